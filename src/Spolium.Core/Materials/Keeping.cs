namespace Spolium.Core.Materials;

/// <summary>A charge as the journal keeps it of a holding that is put away, and back.</summary>
public static class Keeping
{
    private const double Trace = 1e-9;
    private const string Locked = "Locked";

    public static KeptCharge Of(Charge charge) =>
        new(
            [
                .. charge
                    .Moles.Select(m => new KeptSubstance(
                        m.Key.Formula,
                        m.Key.Locked ? Locked : m.Key.Phase.ToString(),
                        High(m.Key, m.Value)
                    ))
                    .Where(s => s.HighMol > Trace),
            ],
            [.. charge.Marks]
        );

    // What thins it is taken at its likely: more of it would hide a danger.
    private static double High(Species species, Working moles) => species == Species.Water ? moles.Likely : moles.Range.High;

    /// <summary>The charge at its high end.</summary>
    public static Charge AtMost(KeptCharge kept) =>
        kept.Substances.Aggregate(Charge.Empty.Marked(kept.Marks), (c, s) =>
            c.With(
                s.Phase == Locked ? new(s.Formula, Phase.Solid, true) : new(s.Formula, Enum.Parse<Phase>(s.Phase)),
                Working.Exact(s.HighMol, null, Dimension.Substance)
            )
        );
}
