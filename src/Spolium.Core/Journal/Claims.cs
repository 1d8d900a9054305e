namespace Spolium.Core.Journal;

/// <summary>
/// Ids and codes that an entry makes its own. What makes something never takes what is there: else one slip, or two tabs that share a form,
/// would overwrite a lot or an open batch. Asked once for every entry, at the moment it is written.
/// </summary>
public static class Claims
{
    /// <summary>Why the entry cannot be written: an id or a code that it claims stands for something already, or is claimed twice in
    /// it.</summary>
    public static IReadOnlyList<FieldError> Refuse(State state, EntryBody body)
    {
        var errors = new List<FieldError>();
        var seen = new HashSet<(Space, string)>();
        foreach (var claim in Of(body))
            if (string.IsNullOrWhiteSpace(claim.Name))
                errors.Add(new(claim.Field, "it is empty", "write one, or let the page make it"));
            else if (!seen.Add((claim.Space, Plain(claim.Name))))
                errors.Add(new(claim.Field, $"{claim.Name} stands there twice", "give each one of its own"));
            else if (IsTaken(state, claim))
                errors.Add(new(claim.Field, $"{claim.Name} is taken", "use another: what is there is never overwritten"));
        return errors;
    }

    private sealed record Claim(Space Space, string Name, string Field);

    // Codes are read by people: 26-01a and 26-01A are one.
    private static string Plain(string name) => name.Trim().ToUpperInvariant();

    private static bool Same(string a, string b) => string.Equals(a.Trim(), b.Trim(), StringComparison.OrdinalIgnoreCase);

    private static bool IsTaken(State state, Claim claim) =>
        claim.Space switch
        {
            Space.Lot => state.Lots.ContainsKey(claim.Name),
            Space.LotCode => HasLot(state, claim.Name),
            Space.Batch => state.Batches.ContainsKey(claim.Name),
            Space.BatchCode => HasBatch(state, claim.Name),
            Space.Bottle => HasBottle(state, claim.Name),
            Space.Vessel => state.Vessels.Keys.Any(id => Same(id, claim.Name)),
            Space.Pool => state.Pools.ContainsKey(claim.Name),
            Space.PoolCode => state.Pools.Unwatched.Values.Any(p => Same(p.Code, claim.Name)),
            Space.Plan => state.Plans.ContainsKey(claim.Name),
            Space.Kept => state.Kept.ContainsKey(claim.Name),
            _ => state.Prices.Any(p => p.List.Id == claim.Name),
        };

    // What is claimed is asked again for every entry at the moment it is written: a decision that looked need not note it.

    /// <summary>A lot has the code.</summary>
    public static bool HasLot(State state, string code) =>
        state.Lots.Unwatched.Values.Any(l => Same(l.Code, code)) || state.Entries.IsTaken(Space.LotCode, code.Trim());

    /// <summary>A batch has the code.</summary>
    public static bool HasBatch(State state, string code) =>
        state.Batches.Unwatched.Values.Any(b => Same(b.Code, code)) || state.Entries.IsTaken(Space.BatchCode, code.Trim());

    /// <summary>A bottle has the name.</summary>
    public static bool HasBottle(State state, string id) =>
        state.Shelf.Unwatched.Keys.Any(x => Same(x, id)) || state.Entries.IsTaken(Space.Bottle, id.Trim());

    private static IEnumerable<Claim> Of(EntryBody body) =>
        body switch
        {
            LotReceived b => Lot(b.LotId, b.Code, ""),
            LotsReceived b => b.Lots.SelectMany((l, i) => Lot(l.LotId, l.Code, $"lots[{i}].")),
            LotSplit b => b.Parts.SelectMany((p, i) => Lot(p.LotId, p.Code, $"parts[{i}].")),
            LotsPooled b => Lot(b.LotId, b.Code, ""),
            LotTakenOver b => Lot(b.LotId, b.Code, ""),
            BatchStarted b => [new(Space.Batch, b.BatchId, "batchId"), new(Space.BatchCode, b.Code, "code")],
            // Codes are those of another shop: they may well be the same as here.
            BatchBroughtIn b =>
            [
                new(Space.Batch, b.File.BatchId, "file"),
                .. b
                    .File.Lots.SelectMany(Of)
                    .Where(c => c.Space == Space.Lot && b.Known?.Contains(c.Name) != true)
                    .Select(c => c with { Field = "file" }),
            ],
            BottlesReceived b => b.Bottles.Select((x, i) => new Claim(Space.Bottle, x.BottleId, $"bottles[{i}].id")),
            BottleMade b => [new(Space.Bottle, b.Bottle.BottleId, "id")],
            VesselNamed b => [new(Space.Vessel, b.VesselId, "vesselId")],
            PoolOpened b => [new(Space.Pool, b.PoolId, "poolId"), new(Space.PoolCode, b.Code, "code")],
            PlanSaved b => [new(Space.Plan, b.PlanId, "planId")],
            StepKept b => [new(Space.Kept, b.KeptId, "keptId")],
            PricesKept b => [new(Space.Prices, b.List.Id, "id")],
            Correction { Instead: { } instead } => Of(instead),
            _ => [],
        };

    private static IEnumerable<Claim> Lot(string id, string code, string at) =>
        [new(Space.Lot, id, at + "lotId"), new(Space.LotCode, code, at + "code")];
}
