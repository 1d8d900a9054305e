namespace Spolium.Core.Journal.Folds;

/// <summary>
/// States of streams as folds over the entries that touch them. Pure: a fold never plans and asks no method, so that history does not
/// change when code does. It reads another stream only as that stood before the entry.
/// </summary>
internal sealed class Fold(EntryLog log)
{
    /// <summary>A stream's state from all that stands in it before a place in the order; null where nothing made it, or what did was taken
    /// back.</summary>
    public T? Of<T>(string stream, long before, Func<Fold, T?, Entry, EntryBody, T?> apply)
        where T : class
    {
        T? state = null;
        foreach (var entry in log.Standing(stream, before))
            state = Next(state, entry, apply);
        return state;
    }

    /// <summary>The state after one more entry.</summary>
    public T? Next<T>(T? state, Entry entry, Func<Fold, T?, Entry, EntryBody, T?> apply)
        where T : class =>
        entry.Body switch
        {
            Correction { Instead: { } instead } => apply(this, state, entry, instead),
            Correction => state,
            var body => apply(this, state, entry, body),
        };

    public LotState? Lot(string id) => Of<LotState>(Entry.LotStream(id), log.End, (f, s, e, b) => LotFold.Apply(f, id, s, e, b));

    public BatchState? Batch(string id) => Of<BatchState>(Entry.BatchStream(id), log.End, (f, s, e, b) => BatchFold.Apply(f, id, s, e, b));

    public ShelfBottle? Bottle(string id) =>
        Of<ShelfBottle>(Entry.BottleStream(id), log.End, (_, s, e, b) => BottleFold.Apply(id, s, e, b));

    /// <summary>What a bottle of the shelf holds; null where none such came before an entry.</summary>
    public string? FormulaOf(string bottleId, Entry before) =>
        log.FirstOf(Entry.BottleStream(bottleId)) is { } first && first.Order < before.Order
            ? first.Body switch
            {
                BottlesReceived b => b.Bottles.FirstOrDefault(x => x.BottleId == bottleId)?.Formula,
                BottleMade b => b.Bottle.Formula,
                _ => null,
            }
            : null;

    /// <summary>A lot as it stood before an entry.</summary>
    public LotState? Lot(string id, Entry before) =>
        Of<LotState>(Entry.LotStream(id), before.Order, (f, s, e, b) => LotFold.Apply(f, id, s, e, b));

    public PoolState? Pool(string id) => Of<PoolState>(Entry.PoolStream(id), log.End, (_, s, e, b) => PoolFold.Apply(id, s, e, b));

    /// <summary>Code of a shared holding as it was called before an entry; its id where this shop has none such.</summary>
    public string PoolCode(string id, Entry before) =>
        log.FirstOf(Entry.PoolStream(id)) is { Body: PoolOpened opened } first
        && first.Order < before.Order
        && log.CorrectedBy(first.Id) is null
            ? opened.Code
            : Of<PoolState>(Entry.PoolStream(id), before.Order, (_, s, e, b) => PoolFold.Apply(id, s, e, b))?.Code ?? id;
}
