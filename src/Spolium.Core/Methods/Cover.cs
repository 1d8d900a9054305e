namespace Spolium.Core.Methods;

/// <summary>What stands over a vessel that makes brown gas, and what heat drives off under it (precise rules 2.4).</summary>
public static class Cover
{
    public static readonly OptionSpec Option = new(
        "cover",
        "Over the vessel",
        "glass",
        [
            ("open", "open, wide vessel"),
            ("glass", "watch glass"),
            ("neck", "loose over a neck: funnel, flask full of water, balloon or glove with a relief hole"),
            ("reflux", "reflux condenser with air"),
        ],
        Tip: "A cover turns part of the brown gas back into acid: less is needed, more is left. Never tight: what cannot get out bursts."
    );

    /// <summary>What no vessel that makes gas is ever closed with.</summary>
    public const string Tight = "tight";

    public static readonly OptionSpec Warmth = new(
        "temperature",
        "Kept at",
        "80",
        [("60", "60 °C"), ("80", "80 °C"), ("100", "100 °C")],
        Tip: "Heat drives nitric acid off as the hours pass."
    );

    /// <summary>Share ρ of the reduced nitrogen that comes back as acid.</summary>
    public static Working Returned(StepOptions options, Draws draws) =>
        Mean(options, cover => draws.Prior("returned-" + cover), "share of brown gas that comes back as acid, as it was covered");

    /// <summary>λ: share of the nitric acid that an hour drives off.</summary>
    public static Working LossPerHour(StepOptions options, Draws draws)
    {
        var open = draws.Prior("loss-" + options.Text("temperature"));
        return Mean(
            options,
            cover => cover == "open" ? open : (open * draws.Prior("loss-covered")).Named("nitric acid driven off per hour, covered"),
            "nitric acid driven off per hour, as it was covered"
        );
    }

    // Where the cover changed in the middle: each by the share of what was poured under it.
    private static Working Mean(StepOptions options, Func<string, Working> of, string label) =>
        options.Covers is { Count: > 1 } covers
            ? Working
                .Sum(
                    covers.Select(c => of(c.Cover) * Working.Exact(c.Share, $"{FigureText.Number(100 * c.Share, 0)} %")),
                    of(covers[0].Cover).Dimension
                )
                .Named(label)
            : of(options.Covers.Count == 1 ? options.Covers[0].Cover : options.Text("cover"));
}
