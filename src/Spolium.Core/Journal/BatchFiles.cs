namespace Spolium.Core.Journal;

/// <summary>A batch of this shop as a file that stands by itself.</summary>
public static class BatchFiles
{
    /// <param name="plans">Finds a frozen plan by its hash.</param>
    public static BatchFile Of(State state, BatchState batch, Func<string, FrozenPlan?> plans)
    {
        var entries = state.Entries.Naming(Entry.BatchStream(batch.Id)).ToList();
        // What came with it goes out with it.
        if (batch.BroughtIn is { } was)
            return was with { Entries = entries, Plans = Plans(entries, sha256 => was.Plans?.GetValueOrDefault(sha256) ?? plans(sha256)) };
        var lots = batch.Feeds.SelectMany(f => Making(state, state.Lots[f.Id], f.Amount)).ToList();
        var vessels = state
            .Vessels.Values.Where(v => v.Tare is not null)
            .OrderBy(v => v.Id, StringComparer.Ordinal)
            .Select(v => (VesselNamed)state.Entries.Find(v.EntryId)!.Body)
            .ToList();
        return new(
            BatchFile.Name,
            BatchFile.Latest,
            BatchFile.CoreUnits,
            batch.Id,
            batch.Code,
            lots,
            vessels,
            entries,
            Plans(entries, plans),
            Pools(state, entries)
        );
    }

    // Tubs and pots travel as they were set up: what else they hold is not the batch's.
    private static List<PoolOpened> Pools(State state, IEnumerable<Entry> entries) =>
        [
            .. entries
                .Select(e => (e.Body as PutIntoPool)?.PoolId)
                .OfType<string>()
                .Distinct()
                .Select(id => state.Entries.FirstOf(Entry.PoolStream(id))?.Body)
                .OfType<PoolOpened>(),
        ];

    private static SortedDictionary<string, FrozenPlan>? Plans(IEnumerable<Entry> entries, Func<string, FrozenPlan?> plans)
    {
        var found = entries
            .Select(e =>
                e.Body switch
                {
                    StepBegun b => b.Plan.Sha256,
                    SentOut b => b.Plan.Sha256,
                    _ => null,
                }
            )
            .OfType<string>()
            .Distinct()
            .Select(sha256 => (sha256, Plan: plans(sha256)))
            .Where(p => p.Plan is not null)
            .ToDictionary(p => p.sha256, p => p.Plan!);
        return found.Count == 0 ? null : new(found, StringComparer.Ordinal);
    }

    // So much of a lot as the batch took, as if it had been received so; a pool by what each of its lots brought.
    private static IEnumerable<EntryBody> Making(State state, LotState lot, TypedNumber amount)
    {
        var share = amount.Value / lot.Amount.Value;
        var believed = lot
            .Believed.Select(b => new ElementEstimate(b.Element, b.Grams * share, b.Sigma * share, b.Low * share, b.High * share))
            .ToList();
        if (lot.Sources.Count == 0)
            return [new LotReceived(lot.Id, lot.Code, lot.Title, lot.Material, amount, lot.Content, lot.Thickness, believed)];
        var feeds = lot
            .Sources.Select(f =>
                f with
                {
                    Amount = f.Amount with { Value = f.Amount.Value * share, PlusMinus = f.Amount.PlusMinus * share },
                }
            )
            .ToList();
        return
        [
            .. feeds.SelectMany(f => Making(state, state.Lots[f.LotId], f.Amount)),
            new LotsPooled(lot.Id, lot.Code, lot.Title, feeds, believed),
        ];
    }
}
