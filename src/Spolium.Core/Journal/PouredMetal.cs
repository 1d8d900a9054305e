namespace Spolium.Core.Journal;

/// <summary>Metal in what came out of a bottle.</summary>
public static class PouredMetal
{
    /// <summary>Grams of an element in what was poured, with their standard uncertainty: of reading and strength.</summary>
    public static (double Grams, double Sigma) Of(this Pour pour, string element)
    {
        if (pour.Formula is not { } formula || Species.Of(formula).Count(element) <= 0)
            return (0, 0);
        var (share, strength) = (Molar.Share(element, formula).Likely, pour.Strength ?? 1);
        return (pour.Grams * strength * share, share * double.Hypot(pour.SigmaG * strength, pour.Grams * pour.PlusMinus / Draws.Z95));
    }

    /// <summary>Grams of an element that several pours brought, with their standard uncertainty.</summary>
    public static (double Grams, double Sigma) Of(this IEnumerable<Pour> pours, string element)
    {
        var (grams, variance) = (0.0, 0.0);
        foreach (var p in pours)
        {
            var (g, sigma) = p.Of(element);
            (grams, variance) = (grams + g, variance + sigma * sigma);
        }
        return (grams, Math.Sqrt(variance));
    }
}
