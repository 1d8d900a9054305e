using System.Collections.Immutable;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Vessels;

namespace Spolium.Core.Journal;

/// <summary>
/// One pure function from entries to what is. It never plans and never asks a method: history does not change when code
/// does. A correction takes the effects of an entry back; both stay in the journal, nothing is erased.
/// </summary>
public static class Replay
{
    public static State Of(IEnumerable<Entry> entries) => entries.Aggregate(State.Empty, Apply);

    /// <summary>The state after one more entry.</summary>
    /// <exception cref="UnknownEntryException">Replay does not know the kind.</exception>
    public static State Apply(State state, Entry entry)
    {
        var next = state with
        {
            Entries = state.Entries.Add(entry),
            ById = state.ById.SetItem(entry.Id, entry),
            Versions = state.Versions.SetItems(entry.Streams.Select(s => KeyValuePair.Create(s.Stream, s.Version))),
        };
        return entry.Body is Correction correction ? Correct(next, entry, correction) : Apply(next, entry, entry.Body);
    }

    private static State Apply(State state, Entry entry, EntryBody body) => body switch
    {
        LotReceived b => Received(state, entry, b),
        LotSplit b => Split(state, entry, b),
        BatchStarted b => Started(state, entry, b),
        RouteChanged b => Batch(state, b.BatchId, x => x with { Route = b.Route, Bottles = [.. b.Bottles] }),
        BatchClosed b => Batch(state, b.BatchId, x => x with { ClosedAt = entry.OccurredAt, Recoveries = [.. b.Recoveries] }),
        StepBegun b => Step(state, entry, b.BatchId, b.StepId, s => s with { Frozen = b.Plan, BegunAt = entry.OccurredAt }),
        DoseAdded b => Used(Step(state, entry, b.BatchId, b.StepId, s => s with { Pours = s.Pours.AddRange(b.Pours.Select(p => new Pour(b.DoseId, p.BottleId, p.Grams, entry.OccurredAt, entry.Id, p.Strength, p.PlusMinus, p.DensityGPerMl, p.SigmaG))) }), entry, b.Pours, MoveKind.Used, b.BatchId),
        ReadingTaken b => Step(state, entry, b.BatchId, b.StepId, s => s with { Readings = s.Readings.Add(new(b.Kind, b.Value, entry.OccurredAt, entry.Id)) }),
        SignSeen b => Step(state, entry, b.BatchId, b.StepId, s => s with { Signs = s.Signs.SetItem(b.Sign, entry.OccurredAt) }),
        HoldingWeighed b => Step(state, entry, b.BatchId, b.StepId, s => s with { Weighed = s.Weighed.SetItem(b.Output, b.Mass), WeighedBy = s.WeighedBy.SetItem(b.Output, entry.Id) }),
        ProductWeighed b => Product(state, entry, b),
        StepClosed b => Step(state, entry, b.BatchId, b.StepId, s => s with { ClosedAt = entry.OccurredAt, Outputs = [.. b.Outputs] }),
        NoteWritten => state,
        VesselNamed b => state with { Vessels = state.Vessels.SetItem(b.VesselId, new(b.VesselId, Vessel.Find(b.Kind, b.NominalMl) ?? new(b.Kind, b.NominalMl, 0, 1, "as written"), b.Tare, entry.Id)) },
        VesselGone b => state with { Vessels = state.Vessels.Remove(b.VesselId) },
        StepKept b => state with { Kept = state.Kept.SetItem(b.KeptId, new(b, entry.OccurredAt, entry.By, entry.Id)) },
        BottlesReceived b => state with { Shelf = state.Shelf.SetItems(b.Bottles.Select(x => KeyValuePair.Create(x.BottleId, ShelfBottle.New(x, entry, false, null)))) },
        BottleMade b => Used(state with { Shelf = state.Shelf.SetItem(b.Bottle.BottleId, ShelfBottle.New(b.Bottle, entry, true, b.BatchId)) }, entry, b.From, MoveKind.MadeInto, b.BatchId),
        // A test that is written down late takes its place by when it was made.
        BottleTested b => OnShelf(state, b.BottleId, x => x with { Tests = [.. x.Tests.Add(new(b.Test, entry.OccurredAt, entry.Id)).OrderBy(t => t.At)] }),
        BottleOpened b => OnShelf(state, b.BottleId, x => x with { OpenedAt = entry.OccurredAt }),
        LookAlikeChecked b => OnShelf(state, b.BottleId, x => x with { LookAlike = b.Saw }),
        BottleDiscarded b => OnShelf(state, b.BottleId, x => x.Moved(MoveKind.Discarded, -b.Grams, entry) with { DiscardedAt = entry.OccurredAt }),
        StockTaken b => b.Lines.Aggregate(state, (s, l) => OnShelf(s, l.BottleId, x => x.Moved(MoveKind.Counted, l.Grams - l.BookedGrams, entry))),
        _ => throw new UnknownEntryException(EntryJson.KindOf(body), EntryJson.Schema),
    };

    private static State Received(State state, Entry entry, LotReceived b)
    {
        var lot = new LotState(b.LotId, b.Code, b.Title, b.Material, b.Amount, b.Amount.Value, b.Content, b.Thickness, [.. b.Believed], entry.OccurredAt, null, [], [], entry.Id);
        return state with { Lots = state.Lots.SetItem(lot.Id, lot) };
    }

    private static State Split(State state, Entry entry, LotSplit b)
    {
        var lot = state.Lots[b.LotId];
        var lots = state.Lots.SetItem(lot.Id, lot with { Left = 0, Parts = [.. b.Parts.Select(p => p.LotId)] });
        foreach (var part in b.Parts)
            lots = lots.SetItem(part.LotId, new(part.LotId, part.Code, part.Title, lot.Material, part.Amount, part.Amount.Value, lot.Content, lot.Thickness,
                Scaled(lot.Believed, part.Amount.Value / lot.Amount.Value), entry.OccurredAt, lot.Id, [], [], entry.Id));
        return state with { Lots = lots };
    }

    private static ImmutableList<ElementEstimate> Scaled(IEnumerable<ElementEstimate> all, double share) =>
        [.. all.Select(e => new ElementEstimate(e.Element, e.Grams * share, e.Sigma * share, e.Low * share, e.High * share))];

    private static State Started(State state, Entry entry, BatchStarted b)
    {
        var lots = state.Lots;
        foreach (var taken in b.Feeds)
        {
            var lot = lots[taken.LotId];
            var left = Math.Max(0, lot.Left - taken.Amount.Value);
            lots = lots.SetItem(lot.Id, lot with { Left = LotState.IsNothing(left, lot) ? 0 : left, Batches = lot.Batches.Add(b.BatchId) });
        }
        var batch = new BatchState(b.BatchId, b.Code, b.Title, [.. b.Feeds], b.Route, [.. b.Bottles], b.BalanceStepG, [.. b.Believed],
            ImmutableDictionary<string, StepState>.Empty, null, entry.OccurredAt, null, []);
        return state with { Lots = lots, Batches = state.Batches.SetItem(b.BatchId, batch) };
    }

    private static State Product(State state, Entry entry, ProductWeighed b)
    {
        var product = new ProductState(b.StepId, b.Output, b.Mass, b.Fineness, [.. b.Holds], entry.Id);
        var gold = b.Holds[0];
        var reading = new TypedNumber(b.Mass.Text, Field.Mass, gold.Grams, "g", gold.Sigma * Draws.Z95);
        var next = Batch(state, b.BatchId, x => x with { Product = product });
        return Step(next, entry, b.BatchId, b.StepId, s => s with { Weighed = s.Weighed.SetItem(b.Output, reading), WeighedBy = s.WeighedBy.SetItem(b.Output, entry.Id) });
    }

    private static State Batch(State state, string id, Func<BatchState, BatchState> change) =>
        state with { Batches = state.Batches.SetItem(id, change(state.Batches[id])) };

    private static State Step(State state, Entry entry, string batchId, string stepId, Func<StepState, StepState> change) =>
        Batch(state, batchId, b => b with
        {
            Steps = b.Steps.SetItem(stepId, change(b.Step(stepId)) with { LastAt = b.Step(stepId).LastAt is { } last && last > entry.OccurredAt ? last : entry.OccurredAt }),
        });

    // A bottle that was named in a plan but never stood on the shelf has no level to fall.
    private static State OnShelf(State state, string id, Func<ShelfBottle, ShelfBottle> change) =>
        state.Shelf.TryGetValue(id, out var bottle) ? state with { Shelf = state.Shelf.SetItem(id, change(bottle)) } : state;

    private static State Used(State state, Entry entry, IReadOnlyList<BottlePour> pours, MoveKind kind, string? batchId) =>
        pours.Aggregate(state, (s, p) => OnShelf(s, p.BottleId, x => x.Moved(kind, -p.Grams, entry, batchId) with { OpenedAt = x.OpenedAt ?? entry.OccurredAt }));

    private static State PutBack(State state, string entryId, IEnumerable<string> bottles) =>
        bottles.Aggregate(state, (s, id) => OnShelf(s, id, x => x.Without(entryId)));

    private static State Correct(State state, Entry entry, Correction correction)
    {
        var wrong = state.ById[correction.Corrects];
        var back = TakeBack(state, wrong) with { CorrectedBy = state.CorrectedBy.SetItem(wrong.Id, entry.Id) };
        return correction.Instead is { } instead ? Apply(back, entry, instead) : back;
    }

    // The weighing that stood before this one: taking the later back brings the earlier forth again.
    private static Entry? WeighedBefore(State state, Entry wrong, HoldingWeighed b) =>
        state.Entries.LastOrDefault(e => e.Id != wrong.Id && !state.CorrectedBy.ContainsKey(e.Id) && e.Body is HoldingWeighed h && (h.BatchId, h.StepId, h.Output) == (b.BatchId, b.StepId, b.Output));

    /// <summary>The state without the effects of one entry on lots and batches (its postings are reversed by the bookkeeper).</summary>
    private static State TakeBack(State state, Entry wrong) => wrong.Body switch
    {
        DoseAdded b => PutBack(Step(state, wrong, b.BatchId, b.StepId, s => s with { Pours = s.Pours.RemoveAll(p => p.EntryId == wrong.Id) }), wrong.Id, b.Pours.Select(p => p.BottleId)),
        ReadingTaken b => Step(state, wrong, b.BatchId, b.StepId, s => s with { Readings = s.Readings.RemoveAll(r => r.EntryId == wrong.Id) }),
        SignSeen b => Step(state, wrong, b.BatchId, b.StepId, s => s with { Signs = s.Signs.Remove(b.Sign) }),
        HoldingWeighed b => Step(state, wrong, b.BatchId, b.StepId, s => WeighedBefore(state, wrong, b) is { } before
            ? s with { Weighed = s.Weighed.SetItem(b.Output, ((HoldingWeighed)before.Body).Mass), WeighedBy = s.WeighedBy.SetItem(b.Output, before.Id) }
            : s with { Weighed = s.Weighed.Remove(b.Output), WeighedBy = s.WeighedBy.Remove(b.Output) }),
        BatchStarted b => state with
        {
            Batches = state.Batches.Remove(b.BatchId),
            Lots = state.Lots.SetItems(b.Feeds.Select(f => KeyValuePair.Create(f.LotId, state.Lots[f.LotId] with { Left = state.Lots[f.LotId].Left + f.Amount.Value, Batches = state.Lots[f.LotId].Batches.Remove(b.BatchId) }))),
        },
        ProductWeighed b => Step(Batch(state, b.BatchId, x => x with { Product = null }), wrong, b.BatchId, b.StepId, s => s with { Weighed = s.Weighed.Remove(b.Output), WeighedBy = s.WeighedBy.Remove(b.Output) }),
        StepBegun b => Step(state, wrong, b.BatchId, b.StepId, s => s with { BegunAt = null, Frozen = null }),
        StepClosed b => Step(state, wrong, b.BatchId, b.StepId, s => s with { ClosedAt = null, Outputs = [] }),
        LotReceived b => state with { Lots = state.Lots.Remove(b.LotId) },
        BatchClosed b => Batch(state, b.BatchId, x => x with { ClosedAt = null, Recoveries = [] }),
        StepKept b => state with { Kept = state.Kept.Remove(b.KeptId) },
        VesselNamed b => state with { Vessels = state.Vessels.Remove(b.VesselId) },
        VesselGone b => Apply(state, wrong, state.Entries.Last(e => e.Body is VesselNamed n && n.VesselId == b.VesselId).Body),
        BottlesReceived b => state with { Shelf = state.Shelf.RemoveRange(b.Bottles.Select(x => x.BottleId)) },
        BottleMade b => PutBack(state with { Shelf = state.Shelf.Remove(b.Bottle.BottleId) }, wrong.Id, b.From.Select(p => p.BottleId)),
        BottleTested b => PutBack(state, wrong.Id, [b.BottleId]),
        BottleOpened b => OnShelf(state, b.BottleId, x => x with { OpenedAt = null }),
        LookAlikeChecked b => OnShelf(state, b.BottleId, x => x with { LookAlike = null }),
        BottleDiscarded b => OnShelf(state, b.BottleId, x => x.Without(wrong.Id) with { DiscardedAt = null }),
        StockTaken b => PutBack(state, wrong.Id, b.Lines.Select(l => l.BottleId)),
        _ => state,
    };
}
