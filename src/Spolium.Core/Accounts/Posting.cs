namespace Spolium.Core.Accounts;

/// <summary>One leg of a balanced transaction in one element, in whole micrograms.</summary>
/// <param name="SigmaG">Standard uncertainty in grams.</param>
/// <param name="Readings">Entries of the readings that it rests on.</param>
public sealed record Posting(
    string EntryId,
    string Account,
    string Element,
    long Micrograms,
    double SigmaG,
    Basis Basis,
    IReadOnlyList<string> Readings
)
{
    public double Grams => Micrograms / 1e6;
}

/// <summary>Names of accounts.</summary>
public static class Account
{
    public const string Received = "received";

    /// <summary>Where metal comes from that stood in bottles: bars, powders, silver that is lent to an alloy.</summary>
    public const string Bottles = "bottles";

    /// <summary>Where bought bottles come from.</summary>
    public const string Supplier = "supplier";

    /// <summary>Water that a made bottle took.</summary>
    public const string Water = "water";

    public const string Discarded = "discarded";

    /// <summary>What left the house to somebody who may take it.</summary>
    public const string HandedOver = "handed-over";

    /// <summary>What counting the shelf showed too little or too much.</summary>
    public const string Stocktake = "stocktake";

    /// <summary>Stands for the element in postings of bottles: grams of what they hold, whatever it is.</summary>
    public const string Contents = "contents";

    public static string Shelf(string bottleId) => "shelf/" + bottleId;

    /// <summary>What a batch took from the shelf.</summary>
    public static string Used(string batchId) => "used/" + batchId;

    /// <summary>What a batch gave to the shelf.</summary>
    public static string Made(string batchId) => "made/" + batchId;

    public static string Lot(string lotId) => "lot/" + lotId;

    public static string Holding(string batchId, string holding) => $"batch/{batchId}/{holding}";

    /// <summary>A shared holding: tub, stock pot.</summary>
    public static string Pool(string poolId) => "pool/" + poolId;

    /// <summary>A shared holding of another shop, that a batch of it was put into there.</summary>
    public static string Elsewhere(string batchId, string poolId) => $"elsewhere/{batchId}/{poolId}";

    /// <summary>What came back to a batch when shared holdings were worked up.</summary>
    public static string Back(string batchId) => $"batch/{batchId}/back";

    /// <summary>What readings show missing, or too much, within one batch or lot.</summary>
    public static string Unaccounted(string owner) => "unaccounted/" + owner;
}

/// <summary>
/// A balanced transaction: legs are rounded to micrograms and the last one is found by subtraction, so that every element
/// sums to nothing exactly.
/// </summary>
public static class Transaction
{
    /// <param name="legs">Account, grams (from is negative), sigma and basis; the last leg is given without grams.</param>
    public static IEnumerable<Posting> Balanced(
        string entryId,
        string element,
        IReadOnlyList<(string Account, double Grams, double Sigma, Basis Basis)> legs,
        (string Account, double Sigma, Basis Basis) last,
        IReadOnlyList<string>? readings = null
    )
    {
        long sum = 0;
        foreach (var (account, grams, sigma, basis) in legs)
        {
            var micrograms = (long)Math.Round(grams * 1e6);
            sum += micrograms;
            if (micrograms != 0)
                yield return new(entryId, account, element, micrograms, sigma, basis, readings ?? []);
        }
        if (sum != 0)
            yield return new(entryId, last.Account, element, -sum, last.Sigma, last.Basis, readings ?? []);
    }

    /// <summary>The same postings the other way round.</summary>
    public static IEnumerable<Posting> Reverse(string entryId, IEnumerable<Posting> postings) =>
        postings.Select(p => p with { EntryId = entryId, Micrograms = -p.Micrograms, Basis = Basis.Reversed });
}
