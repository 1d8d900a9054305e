namespace Spolium.Core.Methods;

/// <summary>The volume that wets a feed (small shop 3): loose scrap needs more liquid than the sum asks for.</summary>
internal static class CoverVolume
{
    public static readonly OptionSpec Option = new(
        "wets",
        "Feed to be covered",
        "none",
        [("none", "no more than the sum asks for"), ("pins", "pins, wire or pieces"), ("foil", "foil or trimmed boards")],
        Tip: "Loose scrap stands proud of a small dose: 0.5 to 2 mL per gram cover pins, 2 to 8 mL foil."
    );

    public static readonly OptionSpec With = new(
        "make-up",
        "Made up with",
        "water",
        [("water", "water"), ("acid", "more acid")],
        Tip: "What covers beyond the need: water thins the acid, more acid is carried on and must be destroyed or used later."
    );

    /// <summary>mL that cover the solids of a charge; where that was not asked for, the gaps between pieces of no metal.</summary>
    public static Working Of(Charge charge, StepOptions options, Draws draws)
    {
        if (options.Text("wets") == "none")
            return Pieces.Gaps(charge, draws);
        var solids = charge.AllSolids().Named("solids to cover");
        return (solids * draws.Prior("wets-" + options.Text("wets"))).Named("volume that covers the feed");
    }
}
