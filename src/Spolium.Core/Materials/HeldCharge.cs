namespace Spolium.Core.Materials;

/// <summary>A charge as a lot keeps it, substance by substance; and back.</summary>
public static class HeldCharge
{
    /// <summary>Below this share of the whole a substance is dust of the reckoning.</summary>
    private const double Dust = 1e-12;

    // A solid inside a moulded part.
    private const string Locked = "in";

    private static readonly Species Hydroxide = new("OH-", Phase.Aqueous);

    /// <param name="amount">Grams of a solid, millilitres of a liquor.</param>
    public static Charge Of(IReadOnlyList<HeldSubstance> held, Working amount, Draws draws)
    {
        var parts = held.Select(h =>
                (
                    Species: new Species(h.Formula, PhaseOf(h.State), h.State == Locked),
                    Share: Working.Given(
                        draws.Spread($"holds {h.Formula} {h.State}", new(h.Low, h.Likely, h.High), Spread.Positive),
                        Dimension.Mass / amount.Dimension,
                        $"share of {h.Formula}",
                        "as it was when it was taken over"
                    )
                )
            )
            .ToList();
        var solid = amount.Dimension == Dimension.Mass;
        var sum = solid ? Working.Sum(parts.Select(p => p.Share), Dimension.None) : Working.Exact(1);
        var over = Working.Greatest(sum, Working.Exact(1));
        var charge = parts.Aggregate(Charge.Empty, (c, p) =>
            c.With(
                p.Species,
                Molar.Moles((amount * (solid ? p.Share / over : p.Share)).Named($"{p.Species.Formula} in the lot"), p.Species.Formula)
            )
        );
        charge = Neutral(charge);
        return solid ? charge.WithUnknown(Working.AtLeastZero(amount - amount * (sum / over)).Named("of unknown kind")) : charge;
    }

    /// <summary>What a charge holds, as shares of so many grams or millilitres of it.</summary>
    /// <param name="scale">By what the grams of a substance are to be taken times: the book may know better.</param>
    public static IReadOnlyList<HeldSubstance> Of(Charge charge, double amount, Func<Species, double> scale) =>
        [
            .. charge
                .Moles.Where(m => m.Key.Phase != Phase.Gas)
                .Select(m => (m.Key, Grams: m.Value.Range, Likely: m.Value.Likely, By: m.Key.MolarMass * scale(m.Key) / amount))
                .Where(x => x.Likely * x.By > Dust)
                .Select(x => new HeldSubstance(
                    x.Key.Formula,
                    x.Key.Locked ? Locked : StateOf(x.Key.Phase),
                    Math.Max(0, Math.Min(x.Grams.Low, x.Likely)) * x.By,
                    x.Likely * x.By,
                    Math.Max(x.Grams.High, x.Likely) * x.By
                )),
        ];

    // Each ion was drawn by itself: hydrogen ions, or chloride where there are too few, make it neutral again in every world.
    private static Charge Neutral(Charge charge)
    {
        var ions = charge.Moles.Where(m => m.Key.Parse().Charge != 0).ToList();
        if (ions.Count == 0 || ions.All(i => i.Value.Amount.IsCertain))
            return charge;
        var excess = Working.Sum(ions.Select(i => i.Value * i.Key.Parse().Charge), Dimension.Substance);
        if (!Working.IsNothing(charge.Of(Hydroxide)))
        {
            var base_ = charge.Of(Hydroxide) + excess;
            return charge.Reread(Hydroxide, Working.AtLeastZero(base_)).With(Species.Proton, Working.AtLeastZero(-1 * base_));
        }
        var acid = charge.Of(Species.Proton) - excess;
        return charge.Reread(Species.Proton, Working.AtLeastZero(acid)).With(Species.Chloride, Working.AtLeastZero(-1 * acid));
    }

    private static Phase PhaseOf(string state) =>
        state switch
        {
            "s" or Locked => Phase.Solid,
            "l" => Phase.Liquid,
            _ => Phase.Aqueous,
        };

    private static string StateOf(Phase phase) =>
        phase switch
        {
            Phase.Solid => "s",
            Phase.Liquid => "l",
            _ => "aq",
        };
}
