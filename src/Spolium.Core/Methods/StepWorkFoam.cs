namespace Spolium.Core.Methods;

/// <summary>The foam of a portion as somebody saw it: it tells the rest of the step.</summary>
internal sealed partial class StepWork
{
    // Nobody reads foam closer; below some millilitres it is a ring at the glass.
    private static readonly double FoamSigma = Constants.Get("foam-read").Likely;
    private static readonly Working LeastFoam = Constants.Get("foam-least");

    // A quarter of what may gas at once is still worth a look.
    private const double QuietGas = 0.25;

    private static bool Foam(Portions? portions) => portions is not null && portions.ByDose.Values.Any(d => d.Foams || d.ByGas > QuietGas);

    // mL of foam to one of gas, by what stood there after the last portion.
    private Working? FoamSeen()
    {
        if (facts.Readings.LastOrDefault(r => r.Kind == ReadingState.Foam) is not { } read)
            return null;
        if (facts.Pours.LastOrDefault(p => p.OccurredAt <= read.At) is not { } poured)
            return null;
        var whole = signed.Find(s => s.Id == poured.DoseId)?.Poured ?? doses.Find(d => d.Id == poured.DoseId).Ready?.Grams;
        if (whole is not { Likely: > 0 } || Makes().Find(m => m.DoseId == poured.DoseId) is not { Gas.Likely: > 0 } made)
            return null;
        var foam = Working.Given(
            draws.Reading($"foam {read.EntryId}", read.Value.Value, Math.Max(read.Value.Sigma, FoamSigma * read.Value.Value)),
            Dimension.Volume,
            "foam that stood there",
            $"read: {read.Value.Text}"
        );
        var portion = Working.Given(poured.Grams, Dimension.Mass, "the portion", "logged");
        return (Working.Greatest(foam, LeastFoam) / (made.Gas * portion / whole).Named("gas of that portion")).Named(
            "mL of foam to one of gas, as it was seen"
        );
    }
}
