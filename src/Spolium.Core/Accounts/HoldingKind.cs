using Spolium.Core.Journal;

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
        var name = AccountName.Of(account);
        if (name.Kind == AccountKind.Lot)
            return (state.Lots.Find(name.Id) is { Foreign: true } ? null : Lots, null);
        if (name.Kind == AccountKind.Pool)
            return (Pool, null);
        if (name.Kind is not (AccountKind.Holding or AccountKind.Back) || !state.Batches.TryGetValue(name.Id, out var batch))
            return (null, null);
        var (id, holding) = (name.Id, name.Holding);
        // What stands in another shop stands at no place of this one.
        if (batch.BroughtIn is not null)
            return (null, id);
        if (name.Kind == AccountKind.Back)
            return (Product, id);
        if (batch.Products.Any(p => holding == Route.Holding(p.StepId, p.Output)))
            return (Product, id);
        var main =
            holding == Route.Feed
            || batch
                .Steps.Values.SelectMany(s => s.Outputs.Select(o => (Holding: Route.Holding(s.Id, o.Output), o.Main)))
                .Any(o => o.Main && o.Holding == holding);
        return (main && batch.ClosedAt is null ? AtWork : OfOutput(name.Output), id);
    }
}
