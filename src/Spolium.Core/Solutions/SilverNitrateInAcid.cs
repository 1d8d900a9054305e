using MathNet.Numerics.Interpolation;

namespace Spolium.Core.Solutions;

/// <summary>
/// Silver nitrate in water with nitric acid: share of what plain water holds (Reference/silver-nitrate-in-nitric.csv, an invented curve),
/// and how far such a liquor must be boiled down. Acid never passes 68 % of acid and water: from there on both go off together.
/// </summary>
public static class SilverNitrateInAcid
{
    private static readonly IReadOnlyList<(double Acid, double Cold, double Hot, string Source)> Rows = ReferenceTable.Read(
        "silver-nitrate-in-nitric.csv",
        r => (r.Number("acid_percent"), r.Number("share_20C"), r.Number("share_80C"), r.Source),
        "acid_percent"
    );

    private static readonly LinearSpline Cold = Curve(r => r.Cold);
    private static readonly LinearSpline Hot = Curve(r => r.Hot);
    private const double ColdC = 20;
    private const double HotC = 80;
    private const int Halvings = 40;

    // Grams of acid to one of water in what boils off unchanged.
    private static readonly double Azeotrope = Constants.Get("nitric-azeotrope").Likely;
    private static readonly double MostAcid = Azeotrope / (1 - Azeotrope);

    private static LinearSpline Curve(Func<(double Acid, double Cold, double Hot, string Source), double> of) =>
        LinearSpline.InterpolateSorted([.. Rows.Select(r => r.Acid)], [.. Rows.Select(r => Math.Log(of(r)))]);

    /// <summary>Share of what plain water holds, likely.</summary>
    /// <param name="acid">Grams of HNO3 to one of water.</param>
    private static double ShareOf(double acid, double celsius)
    {
        var percent = Math.Min(100 * acid / (1 + acid), Rows[^1].Acid);
        var warm = (celsius - ColdC) / (HotC - ColdC);
        return Math.Min(1, Math.Exp(Cold.Interpolate(percent) * (1 - warm) + Hot.Interpolate(percent) * warm));
    }

    /// <summary>Grams of silver nitrate that so much water and acid hold.</summary>
    /// <param name="plain">Grams that a gram of plain water holds there.</param>
    /// <param name="water">g</param>
    /// <param name="acid">g of HNO3</param>
    public static Working Held(Working plain, Working water, Working acid, double celsius, Draws draws)
    {
        if (Working.IsNothing(acid))
            return plain * water;
        var share = Working.Reckoned(
            Amount.Each(w => water.Amount[w] > 0 ? ShareOf(acid.Amount[w] / water.Amount[w], celsius) : 0, water.Amount, acid.Amount),
            Dimension.None,
            "share that nitric acid leaves of it",
            [acid, water],
            null,
            Rows[0].Source
        );
        // Where there is no acid, nothing is uncertain about it.
        var off = draws.Prior("silver-nitrate-in-acid");
        return plain * water * share * (share + (Working.Exact(1) - share) * off);
    }

    /// <summary>Grams of water at which it is saturated when hot: what it is boiled down to.</summary>
    /// <param name="salt">Grams of silver nitrate.</param>
    /// <param name="plain">Grams that a gram of plain water holds when hot.</param>
    /// <param name="acid">Grams of HNO3 before.</param>
    public static Working BoiledDownTo(Working salt, Working plain, Working acid, double celsius)
    {
        var straight = salt / plain;
        if (Working.IsNothing(acid))
            return straight.Named("water to boil down to");
        double In(int w)
        {
            double Holds(double water) =>
                plain.Amount[w] * water * ShareOf(Math.Min(acid.Amount[w] / Math.Max(water, 1e-9), MostAcid), celsius);
            // The share falls with acid, so more water than plain water would want, and never more than the least share wants.
            var (low, high) = (straight.Amount[w], straight.Amount[w] / ShareOf(MostAcid, celsius));
            for (var i = 0; i < Halvings && high - low > 1e-9 * high; i++)
                if ((low + high) / 2 is var middle && Holds(middle) >= salt.Amount[w])
                    high = middle;
                else
                    low = middle;
            return high;
        }
        return Working.Reckoned(
            Amount.Each(In, salt.Amount, plain.Amount, acid.Amount),
            Dimension.Mass,
            "water to boil down to",
            [salt, plain, acid],
            null,
            Rows[0].Source
        );
    }

    /// <summary>Grams of acid that stay beside so much water; the rest has boiled off with it.</summary>
    public static Working AcidKept(Working acid, Working water) =>
        Working.IsNothing(acid) ? acid : Working.Least(acid, water * Working.Exact(MostAcid)).Named("nitric acid that stays");
}
