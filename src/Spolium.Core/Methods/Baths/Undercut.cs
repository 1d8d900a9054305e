namespace Spolium.Core.Methods.Baths;

/// <summary>
/// A plated piece is freed when the metal under the plating's edge is gone: exposed area × thickness, not every gram. The rest stays as a
/// bare piece, whose weight tells how much was taken.
/// </summary>
internal static class Undercut
{
    /// <summary>Label of the figure that a weighing of the bare pieces decides.</summary>
    public const string Taken = "share of the base metal that is taken";

    // Boards and ceramic make up this share of what is etched from its edges where nobody chose.
    private static readonly double MostlyPieces = Constants.Get("mostly-pieces").Likely;

    public static readonly OptionSpec Option = new(
        "takes",
        "Takes",
        "fit",
        [
            ("fit", "what fits: boards from the edges, metal through"),
            ("edges", "from the edges: the plating comes off"),
            ("through", "all base metal"),
        ],
        Tip: "Plating comes off when the metal under its edge is gone; the rest need not dissolve."
    );

    public static readonly OptionSpec Area = new(
        "plated",
        "Plated area",
        "",
        [],
        0.1,
        1e6,
        "cm²",
        "Both together say how much metal has to go; left empty, it is a guess until the bare pieces are weighed."
    );

    public static readonly OptionSpec Depth = new(
        "under",
        "Metal under the plating",
        "",
        [],
        1,
        5000,
        "µm",
        "A board has 18 to 70 µm of copper."
    );

    public const string Instruction =
        "Cover with hydrochloric acid, add peroxide to start it, air through it, cold; lift the pieces until the plating is off";

    public static readonly EndSign[] Signs =
    [
        new("foils-float", "the plating floats or lies loose, the pieces are bare", "foil that hangs on by an edge"),
        new("no-copper-red", "no copper-red where the plating sat, the liquor green", "dark brown liquor is copper(I): air it"),
    ];

    /// <summary>Hours until it is undercut: never less than the air needs for what goes.</summary>
    public static Working Hours(Working? byAir, Draws draws) =>
        byAir is null
            ? draws.Prior("undercut-hours")
            : Working.Greatest(byAir, draws.Prior("undercut-hours")).Named("hours until the plating is undercut");

    public static bool Is(Charge charge, StepOptions options) =>
        options.Text("takes") switch
        {
            "edges" => true,
            "through" => false,
            _ => charge.Unknown.Likely > MostlyPieces * charge.AllSolids().Likely,
        };

    /// <summary>Share of the base metal that is taken: by what the bare pieces weighed, by area and thickness, or a guess.</summary>
    /// <param name="metals">Grams of base metal in all.</param>
    public static Working Share(Charge charge, Working metals, StepOptions options, Facts facts, Draws draws)
    {
        var all = metals.Named("base metal in all");
        if (facts.Weighed.TryGetValue("base", out var bare))
        {
            var weighed = Working.Given(
                draws.Reading("bare " + bare.Text, bare.Value, bare.Sigma),
                Dimension.Mass,
                "bare pieces",
                bare.Text
            );
            var gold = charge.Grams(Species.Gold) * draws.Prior("undercut-freed");
            return Within(Working.Share(charge.AllSolids().Named("pieces before") - gold.Named("plating that came off") - weighed, all));
        }
        if (!options.Has("plated") || !options.Has("under"))
            return draws.Prior("undercut-share").Named(Taken);
        var (area, depth) = (options.Number("plated"), options.Number("under"));
        var goes = Working.Given(
            area * depth * CmToAMicron,
            Dimension.Volume,
            "metal under the plating",
            $"{FigureText.Number(area, 0)} cm² × {FigureText.Number(depth, 0)} µm, typed"
        );
        return Within(Working.Share(goes * Constants.Get("density-Cu"), all));
    }

    private const double CmToAMicron = 1e-4;

    private static Working Within(Working share) => Working.Least(Working.AtLeastZero(share), Working.Exact(1)).Named(Taken);
}
