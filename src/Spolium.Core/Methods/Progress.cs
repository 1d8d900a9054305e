namespace Spolium.Core.Methods;

/// <summary>How far a dissolution has come, as it was read once the last portion had gone quiet: what was poured by then dissolved the rest
/// of the metal.</summary>
/// <param name="Poured">Grams from the bottle until then.</param>
/// <param name="Left">Share of the metal that was left.</param>
internal sealed record Progress(Working Poured, Working Left)
{
    // Nobody tells a share by the eye closer than this, and not all is left where something was poured.
    private static readonly double EyeSigma = Constants.Get("metal-left-by-eye").Likely;
    private static readonly Working MostLeft = Constants.Get("metal-left-most");

    /// <param name="metal">Grams that were to dissolve.</param>
    public static Progress? Of(Facts facts, string doseId, Working metal, Draws draws)
    {
        if (facts.Readings.LastOrDefault(r => r.Kind is ReadingState.Left or ReadingState.LeftGrams) is not { } read)
            return null;
        var poured = facts.Of(doseId).Where(p => p.OccurredAt <= read.At).ToList();
        if (poured.Count == 0 || metal.Likely <= 0)
            return null;
        var inGrams = read.Kind == ReadingState.LeftGrams;
        var value = Working.Given(
            draws.Reading($"left {read.EntryId}", read.Value.Value, inGrams ? read.Value.Sigma : Math.Max(read.Value.Sigma, EyeSigma)),
            inGrams ? Dimension.Mass : Dimension.None,
            "metal left",
            $"read: {read.Value.Text}"
        );
        var share = inGrams ? Working.Share(value, metal) : value;
        return new(DosePlan.Logged(poured), Working.Least(MostLeft, Working.AtLeastZero(share)).Named("share of the metal that is left"));
    }

    /// <summary>Of what was poured by then, in any measure, what all the metal takes.</summary>
    public Working ForAll(Working poured) => poured / (Working.Exact(1) - Left);
}
