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
                        (m.Value * draws.Prior(YieldOf(m.Key.Formula))).Named($"{m.Key.Formula} that dissolves")
                    )
                ),
        ];

    // A roast makes iron oxide that acid hardly takes.
    private static string YieldOf(string formula) =>
        Slow.Contains(formula) ? "leach-slow-metal"
        : formula == "Fe2O3" ? "leach-yield-roasted-iron"
        : "leach-yield";

    /// <summary>A roast's oxides of cobalt, nickel and iron are what is wanted next: a hot acid wash would take them.</summary>
    public static bool OfRoast(Charge charge) =>
        charge.Substances.Where(IsOxide).Sum(s => charge.Grams(s).Likely) > charge.Grams(Species.Gold).Likely;

    private static bool IsOxide(Species s) =>
        s.Phase == Phase.Solid && (s.Formula.EndsWith('O') || s.Formula.EndsWith("O3", StringComparison.Ordinal));

    public static Refusal? Arsine(Charge charge, IEnumerable<(string Formula, Reaction, Working)> takes, string wayOut) =>
        Objections.When(
            charge.Marks.Contains("arsenic") && takes.Any(t => t.Formula is "Zn" or "Al" or "Fe"),
            "arsenic or antimony with metal and acid give arsine",
            wayOut
        );

    public static readonly IReadOnlyList<OptionSpec> Washes =
    [
        new("washes", "Washes of the residue", "", [], 1, 12, "", "Left open: as many as nitric acid wants after it, two at least."),
        new("wash-ml", "Water of one wash", "", [], 10, 20000, "mL", "Left open: five times the liquid that the residue holds."),
    ];

    /// <summary>The acid takes them; what stays is decanted and washed.</summary>
    public static (Charge Residue, Charge Liquor, Charge Washes) Run(
        StepWork work,
        IEnumerable<(string Formula, Reaction Reaction, Working Moles)> takes
    )
    {
        foreach (var (formula, reaction, n) in takes)
            work.React(reaction, n, formula);
        work.LetGasGo();
        work.Full();
        var (wet, liquor) = work.Decant(Pieces.Heel(work));
        work.Keep(wet);
        var held = wet.LiquorVolume(work.Draws).Named("liquor that the residue holds");
        var times = work.Options.Has("washes") ? work.Options.Whole("washes") : Wanted(wet, work.Draws);
        var ml = work.Options.Has("wash-ml")
            ? work.Options.Number("wash-ml")
            : Math.Max(Constants.Get("wash-least").Likely, Constants.Get("wash-per-heel").Likely * held.Likely);
        var water = work.Water(
            "wash",
            "wash water",
            Working.Exact(times * ml, null, Dimension.Volume),
            $"{times} × {FigureText.Number(ml, 0)} mL, stirred and poured off each time"
        );
        var left = Washing
            .LeftShare(held, water.Millilitres! / times, work.Prior("wash-mixing"), times)
            .Named("share of the dissolved that the washes leave");
        var stays = Working.Share(wet.Of(Species.Water), work.Vessel.Of(Species.Water));
        var (washes, residue) = work.Vessel.Split(s =>
            s == Species.Water ? Working.Exact(1) - Working.Least(stays, Working.Exact(1))
            : s.Phase == Phase.Aqueous ? Working.Exact(1) - left
            : null
        );
        return (residue, liquor, washes);
    }

    // As many as bring chloride below what nitric acid bears.
    private static int Wanted(Charge wet, Draws draws) =>
        Math.Max(2, Washing.Times(wet.Of(Species.Chloride).Range.High / Constants.Get("nitric-chloride-above").Likely, draws));

    public static readonly EndSign ColourStands = new(
        "colour-stands",
        "the colour no longer deepens, two samples an hour apart look the same",
        "a dark liquor hides a change: compare in a thin tube"
    );

    public static IReadOnlyList<Output> Outputs(Charge residue, Charge liquor, Charge washes) =>
        [
            new("residue", "residue", true, residue, "the residue, washed and dried"),
            new("leach-liquor", "leach liquor", false, liquor),
            new("washes", "washes", false, washes),
        ];

    /// <summary>Moles of acid that they take by the equations.</summary>
    public static Working Acid(IEnumerable<(string Formula, Reaction Reaction, Working Moles)> takes, string acid) =>
        Working
            .Sum(takes.Select(t => t.Reaction.Need(t.Moles, t.Formula, acid).Named($"acid for the {t.Formula}")), Dimension.Substance)
            .Named("acid by the equations");
}
