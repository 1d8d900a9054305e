namespace Spolium.Data;

/// <summary>What a page lists of a shop that may be many years old: so many at a time, newest first, from the rows that are kept for
/// it.</summary>
public sealed class Lists(JournalStore store)
{
    /// <summary>How many a page has.</summary>
    public const int Page = 200;

    /// <summary>Lots by when they came; with a word, those that have it in code, title or kind. What something is left of stands on the
    /// first page.</summary>
    public IReadOnlyList<LotRow> Lots(string? find = null, int skip = 0)
    {
        using var db = store.Connect();
        var lots = db.Lots.AsNoTracking();
        if (!string.IsNullOrWhiteSpace(find))
            lots = lots.Where(l =>
                EF.Functions.Like(l.Code, Holding(find), Escape)
                || EF.Functions.Like(l.Title, Holding(find), Escape)
                || EF.Functions.Like(l.Material, Holding(find), Escape)
            );
        var page = lots.OrderByDescending(l => l.ReceivedTicks).ThenBy(l => l.Code).Skip(Math.Max(0, skip)).Take(Page).ToList();
        return skip > 0 || page.Count < Page
            ? page
            :
            [
                .. page.UnionBy(lots.Where(l => l.Left > 0).AsEnumerable(), l => l.Id)
                    .OrderByDescending(l => l.ReceivedTicks)
                    .ThenBy(l => l.Code, StringComparer.OrdinalIgnoreCase),
            ];
    }

    /// <summary>Batches, open ones first, by when they were started; with a word, those that have it in code, title or lot.</summary>
    public IReadOnlyList<BatchRow> Batches(string? find = null, int skip = 0)
    {
        using var db = store.Connect();
        var batches = db.Batches.AsNoTracking();
        if (!string.IsNullOrWhiteSpace(find))
            batches = batches.Where(b =>
                EF.Functions.Like(b.Code, Holding(find), Escape)
                || EF.Functions.Like(b.Title, Holding(find), Escape)
                || EF.Functions.Like(b.LotCode, Holding(find), Escape)
            );
        return [.. batches.OrderBy(b => b.ClosedTicks != null).ThenByDescending(b => b.StartedTicks).Skip(Math.Max(0, skip)).Take(Page)];
    }

    private const string Escape = "\\";

    private static string Holding(string word) => $"%{word.Trim().Replace(Escape, @"\\").Replace("%", @"\%").Replace("_", @"\_")}%";

    /// <summary>Bottles that are empty or were thrown away.</summary>
    public IReadOnlyList<string> OldBottles(int most, int skip = 0)
    {
        using var db = store.Connect();
        return
        [
            .. db
                .Bottles.AsNoTracking()
                .Where(b => b.Empty)
                .OrderByDescending(b => b.ReceivedTicks)
                .ThenBy(b => b.Id)
                .Skip(skip)
                .Take(most)
                .Select(b => b.Id),
        ];
    }

    /// <summary>Batches by when they were started.</summary>
    public IReadOnlyList<string> LatestBatches(int most)
    {
        using var db = store.Connect();
        return [.. db.Batches.AsNoTracking().OrderByDescending(b => b.StartedTicks).ThenBy(b => b.Id).Take(most).Select(b => b.Id)];
    }

    /// <summary>Closed batches by when they were started.</summary>
    public IReadOnlyList<string> ClosedBatches(int most)
    {
        using var db = store.Connect();
        return
        [
            .. db
                .Batches.AsNoTracking()
                .Where(b => b.ClosedTicks != null)
                .OrderByDescending(b => b.StartedTicks)
                .ThenBy(b => b.Id)
                .Take(most)
                .Select(b => b.Id),
        ];
    }

    /// <summary>Metal that stands in side holdings of batches of this shop, those of the latest batches first: by account and
    /// element.</summary>
    /// <param name="places">In the words of Accounts/HoldingKind.</param>
    public IReadOnlyList<HoldingRow> Leavings(IReadOnlyList<string> places, int most, int skip = 0)
    {
        using var db = store.Connect();
        var there = db.Holdings.AsNoTracking().Where(h => h.BatchId != null && h.Micrograms > 0 && places.Contains(h.Place!));
        var accounts = there
            .Join(db.Batches.AsNoTracking(), h => h.BatchId, b => b.Id, (h, b) => new { h.Account, b.StartedTicks })
            .Distinct()
            .OrderByDescending(x => x.StartedTicks)
            .ThenBy(x => x.Account)
            .Skip(skip)
            .Take(most)
            .Select(x => x.Account)
            .ToList();
        var rows = there.Where(h => accounts.Contains(h.Account)).ToList();
        return [.. rows.OrderBy(h => accounts.IndexOf(h.Account)).ThenByDescending(h => h.Micrograms)];
    }

    /// <summary>Closed batches, all of them.</summary>
    public IReadOnlyList<string> AllClosed()
    {
        using var db = store.Connect();
        return [.. db.Batches.AsNoTracking().Where(b => b.ClosedTicks != null).Select(b => b.Id)];
    }
}
