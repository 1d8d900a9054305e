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
        LotsReceived b => b.Lots.Aggregate(state, (s, l) => Received(s, entry, l)),
        LotSplit b => Split(state, entry, b),
        LotsPooled b => Pooled(state, entry, b),
        LotContentChanged b => Lot(state, b.LotId, l => l with { Content = b.Content, Believed = [.. b.Believed], OwnContent = true, Beliefs = l.Beliefs.Add(new(b.Content, b.How, b.Reason, b.Pieces, entry.OccurredAt, entry.Id)) }),
        LotSetAside b => Lot(state, b.LotId, l => l with { WaitsFor = b.WaitsFor }),
        LotOffered b => Lot(state, b.LotId, l => l with { Offer = b.Crowns is null ? null : b }),
        LotPhotographed b => Lot(state, b.LotId, l => l with { Photos = l.Photos.Add(b) }),
        MaterialKept b => state with { Materials = state.Materials.SetItem(b.Material.Id, new(b.Material, b.CopyOf, entry.Id)) },
        MaterialDropped b => state with { Materials = state.Materials.Remove(b.MaterialId) },
        // A list that is written down late takes its place by when it began to hold.
        PricesKept b => state with { Prices = [.. state.Prices.Add(new(b.List, entry.OccurredAt, entry.Id)).OrderBy(p => p.From)] },
        PlanSaved b => state with { Plans = state.Plans.SetItem(b.PlanId, new(b, b.Title, entry.OccurredAt, entry.By, entry.Id)) },
        PlanRenamed b => state with { Plans = state.Plans.SetItem(b.PlanId, state.Plans[b.PlanId] with { Title = b.Title }) },
        PlanDropped b => state with { Plans = state.Plans.Remove(b.PlanId) },
        BatchStarted b => Started(state, entry, b),
        BranchGivenUp b => Batch(GivenUp(state, entry, b), b.BatchId, x => x with { Route = b.Route, Bottles = [.. b.Bottles] }),
        SentOut b => Step(Batch(state, b.BatchId, x => x with { Route = b.Route }), entry, b.BatchId, b.StepId, s => s with { Frozen = b.Plan, BegunAt = entry.OccurredAt }),
        CameBack b => Step(state, entry, b.BatchId, b.StepId, s => s with { ClosedAt = entry.OccurredAt, Outputs = [.. b.Outputs], Covariances = [.. b.Covariances], Fee = b.Fee, Weighed = s.Weighed.SetItem(b.Outputs[0].Output, b.Mass), WeighedBy = s.WeighedBy.SetItem(b.Outputs[0].Output, entry.Id) }),
        RouteChanged b => Batch(state, b.BatchId, x => x with { Route = b.Route, Bottles = [.. b.Bottles] }),
        BatchClosed b => Practised(Batch(state, b.BatchId, x => (x with { ClosedAt = entry.OccurredAt, Practice = [.. b.Practice ?? []] }).Restated(entry, "closed", b.Recoveries)), b.BatchId),
        PoolOpened b => PoolReplay.Open(state, entry, b),
        PutIntoPool b => PoolReplay.PutIn(state, entry, b),
        PoolWorkedUp b => b.Batches.Aggregate(PoolReplay.WorkUp(state, entry, b), (s, r) => s.Batches.ContainsKey(r.BatchId) ? Practised(s, r.BatchId) : s),
        LeftOutOfLearning b => Practised(Batch(state, b.BatchId, x => x with { LeftOut = b.Reason }), b.BatchId),
        StepBegun b => Step(state, entry, b.BatchId, b.StepId, s => s with { Frozen = b.Plan, BegunAt = entry.OccurredAt }),
        DoseAdded b => Used(Step(state, entry, b.BatchId, b.StepId, s => s with { Pours = s.Pours.AddRange(b.Pours.Select(p => new Pour(b.DoseId, p.BottleId, p.Grams, entry.OccurredAt, entry.Id, p.Strength, p.PlusMinus, p.DensityGPerMl, p.SigmaG))) }), entry, b.Pours, MoveKind.Used, b.BatchId),
        ReadingTaken b => Step(state, entry, b.BatchId, b.StepId, s => s with { Readings = s.Readings.Add(new(b.Kind, b.Value, entry.OccurredAt, entry.Id)) }),
        LiquorTested b => Step(state, entry, b.BatchId, b.StepId, s => s with { Tests = s.Tests.Add(b.Test with { EntryId = entry.Id }) }),
        SignSeen b => Step(state, entry, b.BatchId, b.StepId, s => s with { Signs = s.Signs.SetItem(b.Sign, entry.OccurredAt) }),
        HoldingWeighed b => Step(state, entry, b.BatchId, b.StepId, s => s with { Weighed = s.Weighed.SetItem(b.Output, b.Mass), WeighedBy = s.WeighedBy.SetItem(b.Output, entry.Id) }),
        ProductWeighed b => Product(state, entry, b),
        StepClosed b => Step(state, entry, b.BatchId, b.StepId, s => s with { ClosedAt = entry.OccurredAt, Outputs = [.. b.Outputs], Covariances = [.. b.Covariances] }),
        ReadingPutRight b => PutRight(state, entry, b),
        ReadingsStand b => Batch(state, b.BatchId, x => x with { Stands = new(b.Reason, entry.OccurredAt, entry.By, entry.Id) }),
        // What other hands did teaches this shop nothing.
        BatchBroughtIn b => Practised(Batch(BroughtIn(state, entry, b.File).Last().After, b.File.BatchId, x => x with { BroughtIn = b.File }), b.File.BatchId),
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
        var lot = new LotState(b.LotId, b.Code, b.Title, b.Material, b.Amount, b.Amount.Value, b.Content, b.Thickness, [.. b.Believed], entry.OccurredAt, null, [], [], entry.Id) { Pieces = b.Pieces };
        return state with { Lots = state.Lots.SetItem(lot.Id, lot) };
    }

    private static State Split(State state, Entry entry, LotSplit b)
    {
        var lot = state.Lots[b.LotId];
        var lots = state.Lots.SetItem(lot.Id, lot with { Left = 0, Parts = [.. b.Parts.Select(p => p.LotId)], Removed = [.. b.Removed ?? []], WaitsFor = null });
        foreach (var part in b.Parts)
            lots = lots.SetItem(part.LotId, new(part.LotId, part.Code, part.Title, part.Material ?? lot.Material, part.Amount, part.Amount.Value, part.Content ?? lot.Content, lot.Thickness,
                part.Believed is { } own ? [.. own] : Scaled(lot.Believed, part.Amount.Value / lot.Amount.Value), entry.OccurredAt, lot.Id, [], [], entry.Id)
            {
                OwnContent = part.Content is not null,
                Pieces = part.Pieces,
                Sources = part.Content is not null ? [] : [.. lot.Sources.Select(f => f with { Amount = f.Amount with { Value = f.Amount.Value * part.Amount.Value / lot.Amount.Value } })],
            });
        return state with { Lots = lots };
    }

    private static State Lot(State state, string id, Func<LotState, LotState> change) => state with { Lots = state.Lots.SetItem(id, change(state.Lots[id])) };

    private static LotState Without(LotState lot, double amount)
    {
        var left = Math.Max(0, lot.Left - amount);
        return lot with { Left = LotState.IsNothing(left, lot) ? 0 : left };
    }

    private static State Pooled(State state, Entry entry, LotsPooled b)
    {
        var lots = state.Lots;
        foreach (var f in b.Feeds)
            lots = lots.SetItem(f.LotId, Without(lots[f.LotId], f.Amount.Value) with { Pools = lots[f.LotId].Pools.Add(b.LotId), WaitsFor = null });
        var first = state.Lots[b.Feeds[0].LotId];
        var amount = TypedNumber.Of(b.Feeds.Sum(f => f.Amount.Value), first.Amount.Field, first.Amount.Field == Field.Mass ? "g" : "mL", Math.Sqrt(b.Feeds.Sum(f => f.Amount.PlusMinus * f.Amount.PlusMinus)));
        var marks = b.Feeds.SelectMany(f => state.Lots[f.LotId].Content.Marks ?? []).Distinct().ToList();
        var thick = b.Feeds.Select(f => state.Lots[f.LotId].Thickness).OfType<TypedNumber>().MaxBy(t => t.Value);
        return state with
        {
            Lots = lots.SetItem(b.LotId, new(b.LotId, b.Code, b.Title, string.Join(", ", b.Feeds.Select(f => state.Lots[f.LotId].Material).Distinct()), amount, amount.Value, new([], null, first.Content.Liquor, null, marks), thick, [.. b.Believed], entry.OccurredAt, null, [], [], entry.Id) { Sources = [.. b.Feeds] }),
        };
    }

    private static State GivenUp(State state, Entry entry, BranchGivenUp b) => Step(state, entry, b.BatchId, b.StepId, s => s with
    {
        BegunAt = s.BegunAt ?? entry.OccurredAt,
        ClosedAt = entry.OccurredAt,
        GivenUp = true,
        Outputs = [.. b.Outputs],
        Covariances = [.. b.Covariances],
        Weighed = b.Measured is { } m ? s.Weighed.SetItem(b.Outputs[0].Output, m) : s.Weighed,
        WeighedBy = b.Measured is not null ? s.WeighedBy.SetItem(b.Outputs[0].Output, entry.Id) : s.WeighedBy,
    });

    private static ImmutableList<ElementEstimate> Scaled(IEnumerable<ElementEstimate> all, double share) =>
        [.. all.Select(e => new ElementEstimate(e.Element, e.Grams * share, e.Sigma * share, e.Low * share, e.High * share))];

    private static State Started(State state, Entry entry, BatchStarted b)
    {
        var lots = state.Lots;
        foreach (var taken in b.Feeds)
        {
            var lot = lots[taken.LotId];
            lots = lots.SetItem(lot.Id, Without(lot, taken.Amount.Value) with { Batches = lot.Batches.Add(b.BatchId), WaitsFor = null });
        }
        var batch = new BatchState(b.BatchId, b.Code, b.Title, [.. b.Feeds], b.Route, [.. b.Bottles], b.BalanceStepG, [.. b.Believed],
            ImmutableDictionary<string, StepState>.Empty, null, entry.OccurredAt, null, [])
        { PlanId = b.PlanId, FeedBy = entry.Id };
        return state with { Lots = lots, Batches = state.Batches.SetItem(b.BatchId, batch) };
    }

    private static State Product(State state, Entry entry, ProductWeighed b)
    {
        var product = new ProductState(b.StepId, b.Output, b.Mass, b.Fineness, [.. b.Holds], entry.Id);
        var reading = MetalOf(b.Mass, b.Holds[0]);
        var next = Batch(state, b.BatchId, x => x with { Product = product });
        return Step(next, entry, b.BatchId, b.StepId, s => s with { Weighed = s.Weighed.SetItem(b.Output, reading), WeighedBy = s.WeighedBy.SetItem(b.Output, entry.Id) });
    }

    /// <summary>The entries that a file brings, each with the state before and after it. The shelf of this shop stays as it is.</summary>
    internal static IEnumerable<(State Before, Entry Entry, State After)> BroughtIn(State state, Entry entry, BatchFile file)
    {
        var now = state;
        foreach (var lot in file.Lots.Concat(file.Vessels.Where(v => !state.Vessels.ContainsKey(v.VesselId))))
        {
            var before = now;
            now = Apply(now, entry, lot);
            yield return (before, entry with { Body = lot }, now);
        }
        foreach (var e in file.Entries)
        {
            var before = now;
            now = Apply(now, e) with { Shelf = state.Shelf };
            yield return (before, e, now);
        }
    }

    // More or less was taken of the lot than was written.
    private static State Refed(State state, Entry entry, ReadingPutRight b, IReadOnlyList<ElementEstimate> believed)
    {
        var feed = state.Batches[b.BatchId].Feeds[0];
        return Lot(Batch(state, b.BatchId, x => x with { Feeds = [feed with { Amount = b.Becomes }], Believed = [.. believed], FeedBy = entry.Id }), feed.LotId, l => l with { Left = l.Left + feed.Amount.Value - b.Becomes.Value });
    }

    private static State PutRight(State state, Entry entry, ReadingPutRight b)
    {
        var next = Batch(state with { CorrectedBy = state.CorrectedBy.SetItem(b.Corrects, entry.Id) }, b.BatchId, x => (x.ClosedAt is null ? x : x.Restated(entry, $"{b.Output} put right", b.Recoveries)) with
        {
            PutRight = x.PutRight.Add(new(b, entry.OccurredAt, entry.By, entry.Id)),
            Product = b.Holds is { } holds ? x.Product! with { Mass = b.Becomes, Holds = [.. holds], EntryId = entry.Id } : x.Product,
            Practice = x.ClosedAt is null ? x.Practice : [.. b.Practice ?? []],
            Stands = null,
            Steps = x.Steps.SetItems(b.Steps.Select(r => KeyValuePair.Create(r.StepId, x.Steps[r.StepId] with { Outputs = [.. r.Outputs], Covariances = [.. r.Covariances] }))),
        });
        next = b.Pooled(state.Batches[b.BatchId]).Aggregate(next, (s, p) => PoolReplay.Restate(s, b.BatchId, p.Holding, p.Holds));
        if (b.Believed is { } believed)
            return Practised(Refed(next, entry, b, believed), b.BatchId);
        // A product stands among the weighed holdings by the metal that it holds.
        var weighed = b.Holds is { } held ? MetalOf(b.Becomes, held[0]) : b.Becomes;
        return Practised(Step(next, entry, b.BatchId, b.StepId, s => s with { Weighed = s.Weighed.SetItem(b.Output, weighed), WeighedBy = s.WeighedBy.SetItem(b.Output, entry.Id) }), b.BatchId);
    }

    // The list that learning reads follows what became of one batch.
    private static State Practised(State state, string batchId)
    {
        var others = state.Practice.RemoveAll(p => p.BatchId == batchId);
        return state.Batches.TryGetValue(batchId, out var batch) && batch is { ClosedAt: { } closed, BroughtIn: null, Practice.Count: > 0 }
            ? state with { Practice = [.. others.Add(new(batch.Id, batch.Code, closed, [.. batch.Practice.Select(p => p.Together ? p with { Since = PoolReplay.Since(state, batch, p.StepId) } : p)], batch.LeftOut)).OrderBy(p => p.ClosedAt)] }
            : state with { Practice = others };
    }

    private static TypedNumber MetalOf(TypedNumber mass, ElementEstimate metal) => new(mass.Text, Field.Mass, metal.Grams, "g", metal.Sigma * Draws.Z95);

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

    // The belief that stood before this one: what the lot was received with, or what was written since.
    private static LotState Before(State state, LotState lot, Entry wrong)
    {
        var beliefs = lot.Beliefs.RemoveAll(x => x.EntryId == wrong.Id);
        if (beliefs.Count > 0)
            return lot with { Beliefs = beliefs, Content = beliefs[^1].Content, Believed = [.. ((LotContentChanged)state.ById[beliefs[^1].EntryId].Body).Believed] };
        return state.ById[lot.EntryId].Body switch
        {
            LotsReceived many when many.Lots.First(l => l.LotId == lot.Id) is var r => lot with { Beliefs = [], Content = r.Content, Believed = [.. r.Believed], OwnContent = false },
            LotReceived r => lot with { Beliefs = [], Content = r.Content, Believed = [.. r.Believed], OwnContent = false },
            LotSplit s => s.Parts.First(p => p.LotId == lot.Id) is { Content: { } own, Believed: { } believed } ? lot with { Beliefs = [], Content = own, Believed = [.. believed] }
                : lot with { Beliefs = [], Content = state.Lots[s.LotId].Content, OwnContent = false, Believed = Scaled(state.Lots[s.LotId].Believed, lot.Amount.Value / state.Lots[s.LotId].Amount.Value) },
            _ => lot with { Beliefs = beliefs },
        };
    }

    /// <summary>The state without the effects of one entry on lots and batches (its postings are reversed by the bookkeeper).</summary>
    private static State TakeBack(State state, Entry wrong) => wrong.Body switch
    {
        DoseAdded b => PutBack(Step(state, wrong, b.BatchId, b.StepId, s => s with { Pours = s.Pours.RemoveAll(p => p.EntryId == wrong.Id) }), wrong.Id, b.Pours.Select(p => p.BottleId)),
        ReadingTaken b => Step(state, wrong, b.BatchId, b.StepId, s => s with { Readings = s.Readings.RemoveAll(r => r.EntryId == wrong.Id) }),
        LiquorTested b => Step(state, wrong, b.BatchId, b.StepId, s => s with { Tests = s.Tests.RemoveAll(t => t.EntryId == wrong.Id) }),
        SignSeen b => Step(state, wrong, b.BatchId, b.StepId, s => s with { Signs = s.Signs.Remove(b.Sign) }),
        HoldingWeighed b => Step(state, wrong, b.BatchId, b.StepId, s => WeighedBefore(state, wrong, b) is { } before
            ? s with { Weighed = s.Weighed.SetItem(b.Output, ((HoldingWeighed)before.Body).Mass), WeighedBy = s.WeighedBy.SetItem(b.Output, before.Id) }
            : s with { Weighed = s.Weighed.Remove(b.Output), WeighedBy = s.WeighedBy.Remove(b.Output) }),
        BatchStarted b => state with
        {
            Batches = state.Batches.Remove(b.BatchId),
            Lots = state.Lots.SetItems(state.Batches[b.BatchId].Feeds.Select(f => KeyValuePair.Create(f.LotId, state.Lots[f.LotId] with { Left = state.Lots[f.LotId].Left + f.Amount.Value, Batches = state.Lots[f.LotId].Batches.Remove(b.BatchId) }))),
        },
        ProductWeighed b => Step(Batch(state, b.BatchId, x => x with { Product = null }), wrong, b.BatchId, b.StepId, s => s with { Weighed = s.Weighed.Remove(b.Output), WeighedBy = s.WeighedBy.Remove(b.Output) }),
        StepBegun b => Step(state, wrong, b.BatchId, b.StepId, s => s with { BegunAt = null, Frozen = null }),
        StepClosed b => Step(state, wrong, b.BatchId, b.StepId, s => s with { ClosedAt = null, Outputs = [], Covariances = [] }),
        LotReceived b => state with { Lots = state.Lots.Remove(b.LotId) },
        LotsReceived b => state with { Lots = state.Lots.RemoveRange(b.Lots.Select(l => l.LotId)) },
        BatchClosed b => Practised(Batch(state, b.BatchId, x => x with { ClosedAt = null, Recoveries = [], Practice = [], History = [] }), b.BatchId),
        ReadingsStand b => Batch(state, b.BatchId, x => x with { Stands = null }),
        PoolOpened b => state with { Pools = state.Pools.Remove(b.PoolId) },
        PutIntoPool b => PoolReplay.TakeOut(state, wrong, b),
        PoolWorkedUp b => b.Batches.Aggregate(PoolReplay.TakeBack(state, wrong, b), (s, r) => s.Batches.ContainsKey(r.BatchId) ? Practised(s, r.BatchId) : s),
        LotsPooled b => state with { Lots = b.Feeds.Aggregate(state.Lots.Remove(b.LotId), (lots, f) => lots.SetItem(f.LotId, lots[f.LotId] with { Left = lots[f.LotId].Left + f.Amount.Value, Pools = lots[f.LotId].Pools.Remove(b.LotId) })) },
        LotContentChanged b => Lot(state, b.LotId, l => Before(state, l, wrong)),
        LotSetAside b => Lot(state, b.LotId, l => l with { WaitsFor = null }),
        LotOffered b => Lot(state, b.LotId, l => l with { Offer = null }),
        LotPhotographed b => Lot(state, b.LotId, l => l with { Photos = l.Photos.Remove(b) }),
        MaterialKept b => state with { Materials = state.Materials.Remove(b.Material.Id) },
        PricesKept => state with { Prices = state.Prices.RemoveAll(p => p.EntryId == wrong.Id) },
        PlanSaved b => state with { Plans = state.Plans.Remove(b.PlanId) },
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
