using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Data;

namespace Spolium.Server.Books;

/// <summary>Figures of the books: sums from the database go in as given figures, everything made of them is a working.</summary>
internal static class BooksFigures
{
    // Sums over batches are normal enough: they share no draws with a batch.
    private static readonly Draws Draws = new("books");

    /// <summary>A sum that may be below nothing.</summary>
    public static Working Signed(string label, Dimension dimension, double value, double variance, string source)
    {
        var half = Math.Sqrt(variance) * Draws.Z95;
        return Working.Given(Draws.Spread(label, new(value - half, value, value + half), Spread.Shift), dimension, label, source);
    }

    public static Working Mass(string label, double grams, double variance, string source) =>
        Working.Given(Draws.Reading(label, grams, Math.Sqrt(variance)), Dimension.Mass, label, source);

    public static Working Sum(string label, SumRow sum) => Mass(label, sum.Sum, sum.Variance, Over(sum.Batches));

    /// <summary>Metal somewhere: never less than none, however little is known of it. A book that is overdrawn says so.</summary>
    public static Working Metal(string label, SumRow sum, string source) =>
        sum.Sum < 0 ? Signed(label, Dimension.Mass, sum.Sum, sum.Variance, source) : Mass(label, sum.Sum, sum.Variance, source);

    public static string Over(int batches) => batches == 1 ? "one closed batch" : $"added up over {batches} closed batches";

    /// <summary>Product over feed, in per cent; never above all.</summary>
    public static Working RecoveryOf(string name, Working product, Working feed) =>
        (product / Working.Greatest(feed, product).Named("feed, never below what came out of it")).Percent($"recovery of {name}");

    /// <summary>A figure of practice as one batch showed it.</summary>
    public static Working Between(Prior prior, PracticeSeen seen) =>
        Working.Given(Draws.Spread("seen", new(seen.Low, seen.Value, seen.High), Spread.Shift), prior.Dimension, prior.Label, seen.Says);

    public static string NameOf(string element) => Elements.Of(element).Name;

    public static string MethodWords(string method) => MethodCatalogue.Find(method)?.Title ?? method;

    public static string CauseWords(string cause) =>
        cause switch
        {
            "filter" => "held by filters",
            "wash" => "gone with washes",
            "liquor" => "left in liquors",
            "residue" => "left in residues",
            "melt" => "slag, crucible and dust of the melt",
            "handling" => "dust and handling",
            "unaccounted" => "missing, nobody knows where",
            _ => cause,
        };

    public static string PlaceWords(string place) =>
        place switch
        {
            "lots" => "lots that wait",
            "at work" => "batches at work",
            "product" => "bars that came out",
            "pool" => "tub and stock pot",
            "filter" => "filters",
            "wash" => "washes",
            "liquor" => "liquors",
            "residue" => "residues",
            "melt" => "slag and crucibles",
            "handling" => "dust",
            _ => place,
        };
}
