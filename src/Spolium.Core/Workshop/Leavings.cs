using Spolium.Core.Accounts;
using Spolium.Core.Journal;

namespace Spolium.Core.Workshop;

/// <summary>What is left over and stands in the house: a liquor lot, a side holding of a batch, a tub or pot.</summary>
/// <param name="Charge">By substance; null where only its metals are known.</param>
/// <param name="Millilitres">Of a liquor; null of what is dry or not measured.</param>
public sealed record Leaving(
    FeedFrom From,
    string Id,
    string Code,
    string Title,
    bool Wet,
    DateTimeOffset Since,
    Charge? Charge,
    Working? Millilitres
)
{
    /// <summary>The batch that it comes from.</summary>
    public string? BatchId { get; init; }

    /// <summary>How many leavings stand in it.</summary>
    public int Holds { get; init; } = 1;
}

/// <summary>Leavings as the journal tells them.</summary>
public static class Leavings
{
    /// <summary>A holding of a batch, a lot or a pool by its id; null where there is none, or it is gone.</summary>
    /// <param name="likelyOnly">Without its ranges: for a look at many.</param>
    public static Leaving? Find(State state, FeedFrom from, string id, bool likelyOnly = false) =>
        from switch
        {
            FeedFrom.Lot => OfLot(state, id, likelyOnly),
            FeedFrom.Holding => OfHolding(state, id),
            FeedFrom.Pool => OfPool(state, id),
            _ => null,
        };

    private static Leaving? OfLot(State state, string id, bool likelyOnly)
    {
        if (!state.Lots.TryGetValue(id, out var lot) || lot.Left <= 0)
            return null;
        var left = lot.Amount with
        {
            Value = lot.Left,
            Text = $"{FigureText.Number(lot.Left, 3)} {(lot.Amount.Field == Field.Volume ? "mL" : "g")}",
        };
        var wet = lot.Amount.Field == Field.Volume;
        var known = !wet || lot.Content.Liquor is not null || lot.Sources.Count > 0 || lot.Content.Holds is not null;
        var draws = new Draws(BatchFeed.RootOf(state, lot), likelyOnly);
        return new(
            FeedFrom.Lot,
            id,
            lot.Code,
            lot.Title,
            wet,
            lot.ReceivedAt,
            known ? BatchFeed.FeedOf(state, lot, left, likelyOnly) : null,
            wet ? Working.Given(draws.Reading("left", left.Value, left.Sigma), Dimension.Volume, $"left of {lot.Code}", "measured") : null
        );
    }

    private static Leaving? OfHolding(State state, string id)
    {
        if (
            id.Split('/') is not [var batchId, var stepId, var output]
            || !state.Batches.TryGetValue(batchId, out var batch)
            || batch.BroughtIn is not null
            || !batch.Step(stepId).Closed
            || batch.Step(stepId).Outputs.FirstOrDefault(o => o.Output == output) is not { } holding
            || batch.Pooled.ContainsKey(Route.Holding(stepId, output))
        )
            return null;
        var charge = BatchAtWork.Holding(state, batch, stepId, output);
        var wet = HoldingKind.IsLiquor(output);
        return new(
            FeedFrom.Holding,
            id,
            batch.Code,
            holding.Name,
            wet,
            batch.Step(stepId).ClosedAt!.Value,
            charge,
            wet && charge is not null ? charge.LiquorVolume(new Draws(batchId)) : null
        )
        {
            BatchId = batchId,
        };
    }

    private static Leaving? OfPool(State state, string id) =>
        !state.Pools.TryGetValue(id, out var pool)
            ? null
            : new(
                FeedFrom.Pool,
                id,
                pool.Code,
                pool.Title,
                pool.Kind != PoolOpened.Kinds[0],
                pool.Holds.IsEmpty ? pool.OpenedAt : pool.Holds.Min(h => h.At),
                null,
                null
            )
            {
                Holds = pool.Holds.Count,
            };
}
