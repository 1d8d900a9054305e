namespace Spolium.Core.Learning;

/// <summary>A sum with its standard uncertainty squared, over so many batches.</summary>
public sealed record SumOver(int Batches, double Sum, double Variance);

/// <summary>A reagent over many batches.</summary>
/// <param name="Grams">g poured.</param>
/// <param name="SumOfSquares">g² of what each batch poured: each measured its own.</param>
/// <param name="PlannedG">g planned when the steps began.</param>
/// <param name="Kr">Paid for what was poured, kr; null where no bottle had a price.</param>
public sealed record ReagentOver(string Name, int Batches, double Grams, double SumOfSquares, double PlannedG, double? Kr)
{
    /// <summary>g, measured out by each batch by cylinder or balance: the cylinder's share is the larger.</summary>
    public Working Poured
    {
        get
        {
            var plusMinus = Constants.Get("poured-plus-minus").Likely;
            var share = plusMinus / Draws.Z95;
            return OverBatches.Mass(
                $"{Name} poured",
                Grams,
                share * share * SumOfSquares,
                $"{OverBatches.Words(Batches)}, each measured to {FigureText.Number(100 * plusMinus, 0)} %"
            );
        }
    }

    public Working Paid => OverBatches.Signed($"{Name} paid", Dimension.Money, Kr ?? 0, 0, "price of each bottle by what was poured of it");

    /// <summary>Grams to a gram of a metal that came out.</summary>
    public Working ToAGram(Working product, string metal) => (Poured / product).Named($"{Name} to a gram of {metal}").In("g/g");

    /// <summary>Poured over planned; null where nothing was planned.</summary>
    public Working? OverPlan =>
        PlannedG <= 0
            ? null
            : (Poured / OverBatches.Mass($"{Name} planned when its steps began", PlannedG, 0, OverBatches.Words(Batches)))
                .Named($"{Name}, poured over planned")
                .In("×");
}

/// <summary>Figures over many closed batches: sums go in as given figures, everything made of them is a working.</summary>
public static class OverBatches
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

    public static Working Sum(string label, SumOver sum) => Mass(label, sum.Sum, sum.Variance, Words(sum.Batches));

    /// <summary>Metal somewhere: never less than none, however little is known of it. A book that is overdrawn says so.</summary>
    public static Working Metal(string label, SumOver sum, string source) =>
        sum.Sum < 0 ? Signed(label, Dimension.Mass, sum.Sum, sum.Variance, source) : Mass(label, sum.Sum, sum.Variance, source);

    public static string Words(int batches) => batches == 1 ? "one closed batch" : $"added up over {batches} closed batches";

    /// <summary>Product over feed, in per cent; never above all.</summary>
    public static Working Recovery(string metal, Working product, Working feed) =>
        (product / Working.Greatest(feed, product).Named("feed, never below what came out of it")).Percent($"recovery of {metal}");

    /// <summary>The same where only likely values are drawn or tabled, per cent.</summary>
    public static double Recovery(double productG, double feedG) =>
        Recovery("", Working.Exact(productG, null, Dimension.Mass), Working.Exact(feedG, null, Dimension.Mass)).Likely;

    /// <summary>Paid for all reagents that had a price, to a gram of a metal; null where none had.</summary>
    public static Working? PaidToAGram(IEnumerable<ReagentOver> reagents, Working product, string metal) =>
        reagents.Where(r => r.Kr is not null).Select(r => r.Paid).ToList() is { Count: > 0 } paid
            ? ToAGram(Working.Sum(paid, Dimension.Money).Named("reagents paid"), product, $"reagents to a gram of {metal}")
            : null;

    public static Working ToAGram(Working money, Working product, string label) =>
        (money / product * Working.Exact(1, "1 g", Dimension.Mass)).Named(label);

    /// <summary>A figure of practice as one batch showed it.</summary>
    public static Working Showed(Prior prior, PracticeSeen seen) =>
        Working.Given(Draws.Spread("seen", new(seen.Low, seen.Value, seen.High), Spread.Shift), prior.Dimension, prior.Label, seen.Says);
}
