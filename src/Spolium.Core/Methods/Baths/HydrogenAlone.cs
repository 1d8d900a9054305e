namespace Spolium.Core.Methods.Baths;

/// <summary>Hydrogen of the metals that hydrochloric acid takes by itself, in a bath whose oxidant is chlorine or frees it: together they
/// explode by light.</summary>
internal static class HydrogenAlone
{
    public static readonly OptionSpec Sweep = new(
        "sweep",
        "Air swept through, in all",
        "",
        [],
        0,
        100000,
        "L",
        "Thins the hydrogen that acid makes of iron, zinc and the like: under 1 % nothing burns. Left open: as much as that wants."
    );

    /// <summary>What acid takes before the oxidant comes, for each metal of a charge, mol.</summary>
    public static IReadOnlyList<MetalInAquaRegia> Of(IEnumerable<(MetalInAcid Row, Working Moles)> metals, Draws draws) =>
        [.. metals.Select(m => MetalInAquaRegia.Of(m.Row, m.Moles, draws))];

    /// <summary>The acid takes its share: hydrogen, and the salt of the lower state.</summary>
    public static void Take(StepWork work, IEnumerable<MetalInAquaRegia> metals)
    {
        foreach (var m in metals.Where(m => m.Row.HclAlone is not null))
            work.React(m.Row.HclAlone!, m.ByHcl, m.Row.Element);
    }

    /// <summary>A closed train is refused where hydrogen passes a hundredth of the gas in it: a quarter of what burns.</summary>
    /// <param name="chlorine">Moles of chlorine that are led through.</param>
    public static Refusal? InTrain(IReadOnlyList<MetalInAquaRegia> metals, Working chlorine, StepOptions options)
    {
        var (hydrogen, sweep) = Swept(metals, chlorine);
        if (sweep <= (options.Has("sweep") ? options.Number("sweep") : Constants.Get("sweep-most").Likely / 1000))
            return null;
        var of = Metals(metals);
        return new(
            $"acid alone makes up to {FigureText.Number(hydrogen, 1)} L of hydrogen of the {of}: with chlorine in a closed train it "
                + "explodes by light",
            $"leach the {of} out first with acid alone, or sweep at least {FigureText.Number(sweep, 0)} L of air through"
        );
    }

    /// <summary>How the train is run: as ever, and with how much air it is swept.</summary>
    public static IReadOnlyList<string> Conditions(IReadOnlyList<MetalInAquaRegia> metals, Working chlorine)
    {
        var (hydrogen, sweep) = Swept(metals, chlorine);
        return sweep <= 0
            ? ChlorineGenerator.Conditions
            :
            [
                .. ChlorineGenerator.Conditions,
                $"sweep at least {FigureText.Number(sweep, 0)} L of air through, before the chlorine and with it: acid makes up to "
                    + $"{FigureText.Number(hydrogen, 2)} L of hydrogen of the {Metals(metals)}",
            ];
    }

    // L of hydrogen at its high end, and L of air that keep it below the limit with the chlorine at its low end.
    private static (double HydrogenL, double SweepL) Swept(IReadOnlyList<MetalInAquaRegia> metals, Working chlorine)
    {
        var hydrogen = Molar.GasVolume(
            Working.Sum(
                metals.Where(m => m.Row.HclAlone is not null).Select(m => m.Row.HclAlone!.Need(m.ByHcl, m.Row.Element, "H2")),
                Dimension.Substance
            )
        );
        var most = Constants.Get("hydrogen-in-train").Likely;
        var sweep = hydrogen.Range.High * (1 / most - 1) - Molar.GasVolume(chlorine).Range.Low;
        return (hydrogen.Range.High / 1000, Math.Max(0, Math.Ceiling(sweep / 1000)));
    }

    private static string Metals(IEnumerable<MetalInAquaRegia> metals) =>
        string.Join(
            ", ",
            metals
                .Where(m => m.ByHcl.Range.High > 0)
                .OrderByDescending(m => m.ByHcl.Range.High)
                .Select(m => Elements.Of(m.Row.Element).Name)
        );
}
