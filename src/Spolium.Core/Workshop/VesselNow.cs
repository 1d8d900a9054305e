using Spolium.Core.Journal;
using Spolium.Core.Plans;

namespace Spolium.Core.Workshop;

/// <summary>All that is in the vessel of a step as it stands: nothing poured since, nothing parted yet.</summary>
public sealed record VesselNow(Charge Charge, Working Liquid, Draws Draws)
{
    public static VesselNow Of(State state, BatchState batch, string stepId)
    {
        var draws = Observing.DrawsOf(state, batch);
        var charge = BatchAtWork
            .AsItStands(state, batch, stepId)
            .Plan.Outputs.Where(o => !BesideThePlan.Left(o.Id))
            .Aggregate(Charge.Empty, (c, o) => c.Plus(o.Charge));
        return new(charge, charge.LiquorVolume(draws).Named("liquid in the vessel"), draws);
    }

    /// <summary>A part of it by what was told: mL or g of the liquid, or a share of it; null where it is more than all.</summary>
    public PartGone? Part(TypedNumber amount, bool withSolids)
    {
        var told = Draws.Reading("part " + amount.Text, amount.Value, amount.Sigma);
        var share = amount.Field switch
        {
            Field.Volume => Working.Given(told, Dimension.Volume, "what left", amount.Text) / Liquid,
            Field.Mass => Working.Given(told, Dimension.Mass, "what left", amount.Text)
                / (withSolids ? Charge.Mass() : Charge.Grams(Species.Water) + Charge.Dissolved()),
            _ => Working.Given(told, Dimension.None, "share that left", amount.Text),
        };
        return share.Likely > 1 + 1e-9 ? null : Gone(amount, share, withSolids);
    }

    /// <summary>What clings to a vessel that was poured out.</summary>
    public PartGone? Clings() =>
        Liquid.Likely <= 0
            ? null
            : Gone(null, Working.Least(Working.Exact(1), Working.Share(Draws.Prior("clings-to-a-vessel"), Liquid)), false);

    private PartGone Gone(TypedNumber? amount, Working share, bool withSolids)
    {
        var from = withSolids ? Charge : Charge.Split(s => s.Phase == Phase.Solid ? null : Charge.All).Part;
        return new(
            amount,
            Math.Min(1, share.Likely),
            share.Amount.Sigma,
            withSolids,
            [
                .. Charge
                    .Booked.Order(StringComparer.Ordinal)
                    .Select(e => ElementEstimate.Of(e, from.Element(e) * share))
                    .Where(e => e.High > 0),
            ]
        );
    }

    /// <summary>Share of the water that went when so much is left; null where that is no less than there is.</summary>
    public Working? BoiledDownTo(TypedNumber left)
    {
        if (left.Field != Field.Volume || left.Value >= Liquid.Likely)
            return null;
        var gone = Working.AtLeastZero(
            Liquid - Working.Given(Draws.Reading("left " + left.Text, left.Value, left.Sigma), Dimension.Volume, "what is left", left.Text)
        );
        return Working.Least(
            Working.Exact(1),
            Working.Share(gone / Constants.Get("water-volume"), Charge.Grams(Species.Water)).Named("share of the water that went")
        );
    }
}
