namespace Spolium.Core.Materials;

/// <summary>What a sample of few pieces says of a lot: the mean of n pieces is off by the spread of single pieces over √n.</summary>
public static class Sampling
{
    /// <summary>Pieces under which a sample says little of its lot.</summary>
    public static readonly int Fair = (int)Constants.Get("pieces-for-a-fair-sample").Likely;

    /// <summary>Relative standard error of the mean of so many pieces.</summary>
    public static double Error(int pieces) => Priors.ById["piece-spread"].Triple.Likely / Math.Sqrt(pieces);

    /// <summary>The content with those lines that were assayed widened by the sampling error, where too few pieces were taken; the others
    /// stay.</summary>
    /// <param name="before">What was believed before: a line that did not change was not assayed.</param>
    public static Content Widen(Content assayed, Content before, int pieces)
    {
        if (pieces >= Fair)
            return assayed;
        return assayed with
        {
            Lines =
            [
                .. assayed.Lines.Select(l => before.Lines.Any(b => b.Element == l.Element && b.Triple == l.Triple) ? l : Widen(l, pieces)),
            ],
        };
    }

    // Each side of the range and the sampling error add as independent errors: by their squares.
    private static ContentLine Widen(ContentLine line, int pieces)
    {
        var (low, likely, high) = line.Triple;
        var more = Draws.Z95 * Error(pieces) * likely;
        TypedNumber At(double value, TypedNumber like) => TypedNumber.Of(Math.Round(value, 9), like.Field, like.Unit);
        return line with
        {
            Low = At(Math.Max(0, likely - Math.Sqrt((likely - low) * (likely - low) + more * more)), line.Low),
            High = At(line.High.Field == Field.Share ? Math.Min(1, Up()) : Up(), line.High),
        };
        double Up() => likely + Math.Sqrt((high - likely) * (high - likely) + more * more);
    }
}
