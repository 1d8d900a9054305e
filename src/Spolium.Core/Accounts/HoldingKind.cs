using Spolium.Core.Journal;
using Spolium.Core.Records;
using Spolium.Core.Reference;

namespace Spolium.Core.Accounts;

/// <summary>Where an account of the metal book stands, and by which cause its metal did not come out
/// (Reference/holding-kinds.csv).</summary>
public static class HoldingKind
{
    public const string Lots = "lots";
    public const string AtWork = "at work";
    public const string Product = "product";
    public const string Pool = "pool";

    /// <summary>What readings show missing; a cause, and no place.</summary>
    public const string Unaccounted = "unaccounted";

    private static readonly Dictionary<string, string> Kinds = ReferenceTable
        .Read("holding-kinds.csv", r => (Output: r.Text("output"), Kind: r.Text("kind")), "output")
        .ToDictionary(k => k.Output, k => k.Kind);

    /// <summary>Kind of a side holding by the output's id; a holding that the file lacks is a residue.</summary>
    public static string OfOutput(string output) => Kinds.GetValueOrDefault(output, "residue");

    /// <summary>A liquor or a wash: a drop of it can be tested.</summary>
    public static bool IsLiquor(string output) => OfOutput(output) is "liquor" or "wash";

    /// <summary>Place of an account now, and the batch that it belongs to; no place for what is no metal of the house (received,
    /// unaccounted, shelf).</summary>
    public static (string? Place, string? BatchId) PlaceOf(State state, string account)
    {
        if (account.StartsWith("lot/", StringComparison.Ordinal))
            return (Lots, null);
        if (account.StartsWith("pool/", StringComparison.Ordinal))
            return (Pool, null);
        if (account.Split('/', 3) is not ["batch", var id, var holding] || !state.Batches.TryGetValue(id, out var batch))
            return (null, null);
        if (holding == "back")
            return (Product, id);
        var output = holding[(holding.LastIndexOf('/') + 1)..];
        if (batch.Product is { } p && holding == Route.Holding(p.StepId, p.Output))
            return (Product, id);
        var main =
            holding == Route.Feed
            || batch
                .Steps.Values.SelectMany(s => s.Outputs.Select(o => (Holding: Route.Holding(s.Id, o.Output), o.Main)))
                .Any(o => o.Main && o.Holding == holding);
        return (main && batch.ClosedAt is null ? AtWork : OfOutput(output), id);
    }
}
