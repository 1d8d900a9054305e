namespace Spolium.Core.Methods;

/// <summary>What stands over a vessel that makes brown gas, and what heat drives off under it (precise rules 2.4).</summary>
public static class Cover
{
    public static readonly OptionSpec Option = new(
        "cover",
        "Over the vessel",
        "glass",
        [("open", "open, wide vessel"), ("glass", "watch glass"), ("reflux", "reflux condenser with air")],
        Tip: "A cover turns part of the brown gas back into acid: less is needed, more is left. A sealed vessel is refused."
    );

    public static readonly OptionSpec Warmth = new(
        "temperature",
        "Kept at",
        "80",
        [("60", "60 °C"), ("80", "80 °C"), ("100", "100 °C")],
        Tip: "Heat drives nitric acid off as the hours pass."
    );

    /// <summary>Share ρ of the reduced nitrogen that comes back as acid.</summary>
    public static Working Returned(StepOptions options, Draws draws) => draws.Prior("returned-" + options.Text("cover"));

    /// <summary>λ: share of the nitric acid that an hour drives off.</summary>
    public static Working LossPerHour(StepOptions options, Draws draws)
    {
        var open = draws.Prior("loss-" + options.Text("temperature"));
        return options.Text("cover") == "open"
            ? open
            : (open * draws.Prior("loss-covered")).Named("nitric acid driven off per hour, covered");
    }
}
