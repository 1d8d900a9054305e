namespace Spolium.Core.Methods.Baths;

/// <summary>Acid on oxides and on the metals that acid alone takes; gold stays. What the leaches by hydrochloric and by sulphuric acid
/// share.</summary>
internal static class OxideLeach
{
    /// <summary>Nickel and cobalt metal dissolve in acid alone only in part.</summary>
    private static readonly string[] Slow = ["Ni", "Co"];

    /// <summary>What the acid takes of a charge: each substance with its reaction and the moles that dissolve.</summary>
    /// <param name="reactions">By formula of the solid.</param>
    public static List<(string Formula, Reaction Reaction, Working Moles)> Takes(
        Charge charge,
        IReadOnlyDictionary<string, Reaction> reactions,
        Draws draws
    ) =>
        [
            .. charge
                .Moles.Where(m => m.Key.Phase == Phase.Solid && reactions.ContainsKey(m.Key.Formula))
                .Select(m =>
                    (
                        m.Key.Formula,
                        reactions[m.Key.Formula],
                        (m.Value * (Slow.Contains(m.Key.Formula) ? draws.Prior("leach-slow-metal") : draws.Prior("leach-yield"))).Named(
                            $"{m.Key.Formula} that dissolves"
                        )
                    )
                ),
        ];

    public static Refusal? Arsine(Charge charge, IEnumerable<(string Formula, Reaction, Working)> takes, string wayOut) =>
        Objections.When(
            charge.Marks.Contains("arsenic") && takes.Any(t => t.Formula is "Zn" or "Al" or "Fe"),
            "arsenic or antimony with metal and acid give arsine",
            wayOut
        );

    /// <summary>The acid takes them; what stays is decanted.</summary>
    public static (Charge Residue, Charge Liquor) Run(StepWork work, IEnumerable<(string Formula, Reaction Reaction, Working Moles)> takes)
    {
        foreach (var (formula, reaction, n) in takes)
            work.React(reaction, n, formula);
        work.LetGasGo();
        work.Full();
        return work.Decant(work.Vessel.AllSolids().Named("residue") * work.Prior("heel-residue"));
    }

    public static readonly EndSign ColourStands = new(
        "colour-stands",
        "the colour no longer deepens, two samples an hour apart look the same",
        "a dark liquor hides a change: compare in a thin tube"
    );

    public static IReadOnlyList<Output> Outputs(Charge residue, Charge liquor) =>
        [new("residue", "residue", true, residue, "the residue, washed and dried"), new("leach-liquor", "leach liquor", false, liquor)];

    /// <summary>Moles of acid that they take by the equations.</summary>
    public static Working Acid(IEnumerable<(string Formula, Reaction Reaction, Working Moles)> takes, string acid) =>
        Working
            .Sum(takes.Select(t => t.Reaction.Need(t.Moles, t.Formula, acid).Named($"acid for the {t.Formula}")), Dimension.Substance)
            .Named("acid by the equations");
}
