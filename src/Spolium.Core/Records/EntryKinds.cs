using System.Text.Json.Nodes;

namespace Spolium.Core.Records;

/// <summary>A kind of entry: its name in the journal, the record that it is read into, and the schema that it is written in
/// today.</summary>
/// <param name="Name">Stands in journals for ever; the record may be renamed, the name may not.</param>
/// <param name="Schema">From 1 on. A body of an older schema is brought up when it is read, never edited where it stands.</param>
/// <param name="Upcasts">From schema n to n + 1, at place n − 1; null where the older text reads as it is (what it has more is
/// left).</param>
public sealed record EntryKind(string Name, Type Body, int Schema, IReadOnlyList<Action<JsonObject>?> Upcasts);

/// <summary>
/// Every kind of entry that a journal may hold. The table is written out: a record that is renamed, or a property, does not change what was
/// written. Schema 1 was written until 28 November 2026; it kept what can be reckoned from the rest beside it (the sigma of a typed number,
/// a number in words).
/// </summary>
public static class EntryKinds
{
    public static readonly IReadOnlyList<EntryKind> All =
    [
        Kind<LotReceived>("lot-received", Lean),
        Kind<LotsReceived>("lots-received", Lean),
        Kind<LotSplit>("lot-split", Lean),
        Kind<LotsPooled>("lots-pooled", Lean),
        Kind<LotTakenOver>("lot-taken-over"),
        Kind<LotContentChanged>("lot-content-changed", Lean),
        Kind<LotSetAside>("lot-set-aside"),
        Kind<LotOffered>("lot-offered", Lean),
        Kind<LotForOthers>("lot-for-others"),
        Kind<LotPhotographed>("lot-photographed"),
        Kind<LotHandedOver>("lot-handed-over"),
        Kind<ReceiptCame>("receipt-came"),
        Kind<MaterialKept>("material-kept", Lean),
        Kind<MaterialDropped>("material-dropped"),
        Kind<PricesKept>("prices-kept", Lean),
        Kind<PlanSaved>("plan-saved", Lean),
        Kind<PlanRenamed>("plan-renamed"),
        Kind<PlanDropped>("plan-dropped"),
        Kind<BatchStarted>("batch-started", Upcasts.FeedsFromLots),
        Kind<RouteChanged>("route-changed", Lean),
        Kind<BatchClosed>("batch-closed", Lean),
        Kind<LeftOutOfLearning>("left-out-of-learning"),
        Kind<StepBegun>("step-begun", Lean),
        Kind<DoseAdded>("dose-added", Lean),
        Kind<LiquorTested>("liquor-tested", Lean),
        Kind<ReadingTaken>("reading-taken", Lean),
        Kind<SignSeen>("sign-seen"),
        Kind<SomethingElse>("something-else"),
        Kind<HoldingWeighed>("holding-weighed", Lean),
        Kind<ProductWeighed>("product-weighed", Upcasts.OneProduct),
        Kind<StepClosed>("step-closed"),
        Kind<BranchGivenUp>("branch-given-up", Lean),
        Kind<SentOut>("sent-out", Lean),
        Kind<CameBack>("came-back", Lean),
        Kind<ReadingPutRight>("reading-put-right", Lean),
        Kind<ReadingsStand>("readings-stand", Lean),
        Kind<BatchBroughtIn>("batch-brought-in", Lean),
        Kind<SummariesKept>("summaries-kept"),
        Kind<BottlesReceived>("bottles-received", Lean),
        Kind<BottleMade>("bottle-made", Lean),
        Kind<BottleTested>("bottle-tested", Lean),
        Kind<BottleOpened>("bottle-opened"),
        Kind<LookAlikeChecked>("look-alike-checked"),
        Kind<BottleDiscarded>("bottle-discarded"),
        Kind<StockTaken>("stock-taken", Lean),
        Kind<PoolOpened>("pool-opened"),
        Kind<PutIntoPool>("put-into-pool"),
        Kind<PoolWorkedUp>("pool-worked-up", Lean),
        Kind<VesselNamed>("vessel-named", Lean),
        Kind<VesselGone>("vessel-gone"),
        Kind<LicenceHeld>("licence-held"),
        Kind<LicenceEnded>("licence-ended"),
        Kind<LimitLowered>("limit-lowered"),
        Kind<StepKept>("step-kept", Lean),
        Kind<BreakAccepted>("break-accepted"),
        Kind<NoteWritten>("note-written"),
        Kind<Correction>("correction", Upcasts.OneCorrected),
    ];

    private static readonly Dictionary<string, EntryKind> ByName = All.ToDictionary(k => k.Name);
    private static readonly Dictionary<Type, EntryKind> ByBody = All.ToDictionary(k => k.Body);

    public static EntryKind Of(EntryBody body) => ByBody[body.GetType()];

    /// <summary>Null where this version does not know it.</summary>
    public static EntryKind? Find(string name) => ByName.GetValueOrDefault(name);

    // What the older text has more is left where it stands.
    private static Action<JsonObject>? Lean => null;

    private static EntryKind Kind<T>(string name, params Action<JsonObject>?[] upcasts)
        where T : EntryBody => new(name, typeof(T), upcasts.Length + 1, upcasts);
}
