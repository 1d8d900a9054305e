namespace Spolium.Core.Journal.Folds;

/// <summary>A bottle of the shelf, entry by entry.</summary>
internal static class BottleFold
{
    public static ShelfBottle? Apply(string id, ShelfBottle? bottle, Entry entry, EntryBody body) =>
        body switch
        {
            BottlesReceived b => b.Bottles.FirstOrDefault(x => x.BottleId == id) is { } came
                ? ShelfBottle.New(came, entry, false, null)
                : bottle,
            BottleMade b when b.Bottle.BottleId == id => ShelfBottle.New(b.Bottle, entry, true, b.BatchId),
            // A bottle that was named in a plan but never stood on the shelf has no level to fall.
            _ when bottle is null => null,
            BottleMade b => Used(bottle, entry, b.From, MoveKind.MadeInto, b.BatchId),
            DoseAdded b => Used(bottle, entry, b.Pours, MoveKind.Used, b.BatchId),
            SomethingElse { Poured: { } p } b => Used(bottle, entry, [p.Pour], MoveKind.Used, b.BatchId),
            LotTakenOver b => bottle.Moved(MoveKind.Used, -b.From.Amount.Value, entry) with
            {
                OpenedAt = bottle.OpenedAt ?? entry.OccurredAt,
            },
            // A test that is written down late takes its place by when it was made.
            BottleTested b => (b.AddsG is { } adds ? bottle.Moved(MoveKind.Weighed, adds, entry) : bottle) with
            {
                Tests = [.. bottle.Tests.Add(new(b.Test, entry.OccurredAt, entry.Id)).OrderBy(t => t.At)],
            },
            BottleOpened => bottle with { OpenedAt = entry.OccurredAt },
            LookAlikeChecked b => bottle with { LookAlike = b.Saw },
            BottleDiscarded b => bottle.Moved(MoveKind.Discarded, -b.Grams, entry) with { DiscardedAt = entry.OccurredAt },
            // The count tells the level, whatever was believed before it.
            StockTaken b => b
                .Lines.Where(l => l.BottleId == id)
                .Aggregate(bottle, (x, l) =>
                    x.Moved(MoveKind.Counted, l.BookedGrams == x.Grams ? l.Grams - l.BookedGrams : l.Grams - x.Grams, entry)
                ),
            _ => bottle,
        };

    private static ShelfBottle Used(ShelfBottle bottle, Entry entry, IReadOnlyList<BottlePour> pours, MoveKind kind, string? batchId) =>
        pours
            .Where(p => p.BottleId == bottle.Id)
            .Aggregate(bottle, (x, p) => x.Moved(kind, -p.Grams, entry, batchId) with { OpenedAt = x.OpenedAt ?? entry.OccurredAt });
}
