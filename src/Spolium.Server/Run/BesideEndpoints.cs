using Spolium.Core.Methods;
using Spolium.Core.Plans;

namespace Spolium.Server.Run;

/// <param name="What">poured, joined, sampled, spilt, boiledAway, moved, covered.</param>
/// <param name="Amount">mL, g, or a share of the liquid; of what boiled away the volume that is left.</param>
/// <param name="Into">Id of the vessel or of the cover.</param>
/// <param name="Rinsed">The vessel before was rinsed over.</param>
/// <param name="Happened">It has happened: it is written whatever it was.</param>
public sealed record BesideRequest(
    Head Head,
    string What,
    string? Amount = null,
    string? BottleId = null,
    string? Holding = null,
    bool? WithSolids = null,
    string? Into = null,
    bool? Rinsed = null,
    bool? Happened = null,
    string? Reason = null
);

public sealed record BesideChoice(string Id, string Words);

/// <summary>What can be poured, put in, taken over or laid on at the step at hand.</summary>
public sealed record BesideChoices(
    IReadOnlyList<BesideChoice> Bottles,
    IReadOnlyList<BesideChoice> Holdings,
    IReadOnlyList<BesideChoice> Vessels,
    IReadOnlyList<BesideChoice> Covers
);

/// <summary>Something else happened at an open vessel.</summary>
internal static class BesideEndpoints
{
    internal static Results<Ok<BesideChoices>, ProblemHttpResult> Choices(string batchId, string stepId, Writing writing, TimeProvider time)
    {
        var state = writing.Ledger.State;
        if (!state.Batches.TryGetValue(batchId, out var batch) || batch.Route.Steps.FirstOrDefault(s => s.Id == stepId) is not { } step)
            return Problems.NotFound("such step");
        var method = GoneMethod.Of(step, batch.Step(stepId).Plan);
        var named = batch.Bottles.Where(b => !state.Shelf.ContainsKey(b.Id)).Select(b => new BesideChoice(b.Id, $"{b.Id}, {b.Label}"));
        var shelf = state
            .Shelf.Values.Where(b => b.DiscardedAt is null)
            .OrderBy(b => b.Id, StringComparer.Ordinal)
            .Select(b => new BesideChoice(b.Id, $"{b.Id}, {ShelfAtWork.AsBottle(b, time.GetUtcNow()).Label}"));
        return TypedResults.Ok(
            new BesideChoices(
                [new(Core.Reagents.Shop.Water.Id, "water, a rinse"), .. shelf, .. named],
                [
                    .. batch
                        .Route.Steps.Where(s => batch.Step(s.Id).Closed)
                        .SelectMany(s =>
                            batch
                                .Step(s.Id)
                                .Outputs.Select(o => new BesideChoice(Core.Records.Route.Holding(s.Id, o.Output), $"{o.Name} of {s.Id}"))
                        )
                        .Where(h => batch.Route.Waiting.Contains(h.Id) && !batch.Pooled.ContainsKey(h.Id)),
                ],
                [.. VesselsAtWork.Of(state).Select(v => new BesideChoice(v.Id, v.Label))],
                [
                    .. method
                        .Options.Where(o => o.Id == Cover.Option.Id)
                        .SelectMany(o => o.Choices)
                        .Select(c => new BesideChoice(c.Value, c.Words)),
                ]
            )
        );
    }

    internal static Task<Results<Ok<BatchView>, ProblemHttpResult>> Happen(
        string batchId,
        string stepId,
        BesideRequest request,
        Writing writing
    )
    {
        var reader = new RequestReader();
        if (!Enum.TryParse<Happening>(request.What, ignoreCase: true, out var what) || !Enum.IsDefined(what))
            reader.Errors.Add(
                new(
                    "what",
                    $"'{request.What}' is nothing that is written here",
                    "use one of " + string.Join(", ", Enum.GetNames<Happening>().Select(n => char.ToLowerInvariant(n[0]) + n[1..]))
                )
            );
        var amount =
            string.IsNullOrWhiteSpace(request.Amount) ? null
            : what is Happening.Spilt or Happening.Sampled
            && QuantityParser.Read(request.Amount, Field.Share).Wrong is null
            && request.Amount.Contains('%', StringComparison.Ordinal)
                ? reader.Quantity("amount", request.Amount, Field.Share)
            : what is Happening.BoiledAway ? reader.Quantity("amount", request.Amount, Field.Volume)
            : reader.MassOrVolume("amount", request.Amount);
        var wish = new BesideWish(
            what,
            amount,
            request.BottleId,
            request.Holding,
            request.WithSolids ?? false,
            request.Into,
            request.Rinsed ?? false,
            request.Happened ?? false,
            request.Reason
        );
        return RunEndpoints.InBatch(batchId, request.Head, new { stepId, request }, writing, reader, (l, b, now) =>
            BesideDecisions.Happen(l.State, b, stepId, wish, now.At)
        );
    }
}
