using Spolium.Core.Kinetics;

namespace Spolium.Core.Methods;

/// <summary>How long a piece takes to dissolve, from its form and thickness (precise rules 3.1: shrinking bodies).</summary>
internal static class DissolveTime
{
    public static readonly OptionSpec Form = new(
        "form",
        "Form of the pieces",
        "sheet",
        [
            ("sheet", "sheet: both faces"),
            ("wire", "wire or granules: from all sides"),
            ("plating", "plating: from one side"),
            ("powder", "powder"),
        ],
        Tip: "A thin piece dissolves fast: the time goes with the thickness. Roll or granulate what is thick."
    );

    public static readonly OptionSpec Thickness = new(
        "thickness",
        "Thickest piece",
        "",
        [],
        1,
        20000,
        "µm",
        "Of the thickest piece. Left empty, the time is a guess."
    );

    /// <summary>Hours until 99 % is dissolved: by the retreat of its faces where form and thickness are known, else by a prior of the
    /// method.</summary>
    /// <param name="bath">Row of dissolving-rates.csv.</param>
    /// <param name="acidOverNeeded">Acid there over acid needed: it slows as it runs down.</param>
    /// <param name="powder">Prior of the hours for powder, and for pieces that nobody measured.</param>
    public static Working Hours(StepOptions options, string bath, double temperatureC, double acidOverNeeded, string powder, Draws draws)
    {
        if (!options.Has("thickness") || options.Text("form") == "powder" || RetreatRate.At(bath, temperatureC, draws) is not { } rate)
            return draws.Prior(powder);
        var thickness = Working.Given(options.Number("thickness"), Dimension.None, "thickest piece, µm", "typed");
        var minutes = options.Text("form") == "plating" ? thickness / rate : SheetTime.Minutes(thickness, rate);
        // Below what the metal needs it never ends; there the time of the acid's end stands for it.
        return (SheetTime.MinutesLean(minutes, Math.Max(1, acidOverNeeded)) * Working.Exact(1 / 60.0, "1 h/60 min", Dimension.Time)).Named(
            "hours to dissolve the thickest piece"
        );
    }
}
