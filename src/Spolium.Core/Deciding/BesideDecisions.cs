using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>What somebody did, or means to do, at an open vessel beside the plan.</summary>
/// <param name="Amount">Poured: mass or volume. Taken or spilt: mass, volume or share of the liquid. Boiled away: the volume that is
/// left.</param>
/// <param name="WithSolids">What lay at the bottom went with it.</param>
/// <param name="Into">Id of the vessel or of the cover.</param>
/// <param name="Rinsed">The vessel before was rinsed into the new one: nothing clings.</param>
/// <param name="Happened">It has happened: it is written down whatever it was.</param>
public sealed record BesideWish(
    Happening What,
    TypedNumber? Amount = null,
    string? BottleId = null,
    string? Holding = null,
    bool WithSolids = false,
    string? Into = null,
    bool Rinsed = false,
    bool Happened = false,
    string? Reason = null
);

/// <summary>
/// Anything may be poured into, taken from or lost by any open vessel at any time. What is only meant is held against what never meets and
/// refused; what has happened is always written, and then only making safe is open.
/// </summary>
public static class BesideDecisions
{
    /// <param name="at">When: a bottle is as strong as it then is believed to be.</param>
    public static Decision Happen(State state, BatchState batch, string stepId, BesideWish wish, DateTimeOffset at)
    {
        if (Decisions.Running(batch, stepId) is { } no)
            return no;
        var body = new SomethingElse(batch.Id, stepId, wish.What, Reason: Decisions.Kept(wish.Reason));
        return wish.What switch
        {
            Happening.Poured => Pour(state, batch, body, wish, at),
            Happening.Joined => Join(state, batch, body, wish),
            Happening.Moved => Move(state, batch, body, wish),
            Happening.Covered => Cover(state, batch, body, wish),
            _ => Lose(state, batch, body, wish),
        };
    }

    /// <summary>Null while nothing met in the vessel that never should have.</summary>
    internal static Decision? OnlySafe(BatchState batch, string stepId) =>
        batch.Step(stepId).Danger is { } danger && NeverTogether.Of(danger) is { Verdict: Verdict.Stop } row
            ? Decision.Refuse("stepId", row.Reason, $"{row.First} Then give the step up: only making safe is open here")
            : null;

    private static Decision Pour(State state, BatchState batch, SomethingElse body, BesideWish wish, DateTimeOffset at)
    {
        if (string.IsNullOrWhiteSpace(wish.BottleId))
            return Decision.Refuse("bottleId", "nobody knows what was poured", "choose a bottle, or water");
        var step = BatchAtWork.Step(state, batch, body.StepId);
        var onShelf = state.Shelf.GetValueOrDefault(wish.BottleId);
        var bottle =
            wish.BottleId == Reagents.Shop.Water.Id ? Reagents.Shop.Water
            : onShelf is not null ? ShelfAtWork.AsBottle(onShelf, at)
            : batch.Bottles.FirstOrDefault(b => b.Id == wish.BottleId);
        if (bottle is null)
            return Decision.Refuse("bottleId", $"there is no bottle {wish.BottleId}", "choose one of the shelf, or receive it first");
        if (onShelf is { WantsLookAlike: true } && !wish.Happened)
            return OutOfABottle.LookAlike(onShelf);
        if (wish.Amount is not { Value: > 0 } amount)
            return Decision.Refuse("amount", "nothing was poured", "write an amount above 0");
        if (OutOfABottle.Measured(amount, bottle) is not { } poured)
            return Decision.Refuse("amount", "it is weighed", "write grams");
        var draws = Observing.DrawsOf(state, batch);
        var free = new FreePour(bottle.Formula, BottleMaking.Poured(bottle, amount, poured.Grams, poured.Sigma));
        var added = bottle.PourInto(Charge.Empty, Working.Given(poured.Grams, Dimension.Mass, bottle.Label, amount.Text), draws);
        var written = body with { Poured = free };
        if (Met(step, added, written, wish, draws, out var decided))
            return decided;
        return !wish.Happened && string.IsNullOrWhiteSpace(wish.Reason) && OutOfABottle.MoreThanStands(onShelf, poured.Grams) is { } more
            ? Decision.Refuse([more])
            : decided;
    }

    private static Decision Join(State state, BatchState batch, SomethingElse body, BesideWish wish)
    {
        if (wish.Holding is not { } holding || !batch.Route.Waiting.Contains(holding) || batch.Pooled.ContainsKey(holding))
            return Decision.Refuse("holding", "no such holding waits in this batch", "choose one of its leavings that no step has taken");
        var from = holding[..holding.IndexOf('/', StringComparison.Ordinal)];
        if (!batch.Step(from).Closed)
            return Decision.Refuse("holding", $"{from} is not closed: nobody knows what it holds", "close that step first");
        var draws = Observing.DrawsOf(state, batch);
        var step = BatchAtWork.Step(state, batch, body.StepId);
        var charge = BatchAtWork
            .Step(state, batch, from)
            .Plan.Outputs.Where(o => Route.Holding(from, o.Id) == holding)
            .Aggregate(Charge.Empty, (c, o) => c.Plus(o.Charge));
        Met(step, charge, body with { Holding = holding }, wish, draws, out var decided);
        return decided;
    }

    // What never meets is asked first: true where that decides.
    private static bool Met(PlannedStep step, Charge added, SomethingElse body, BesideWish wish, Draws draws, out Decision decided)
    {
        var rows = NeverTogether
            .Meeting(BesideThePlan.InVessel(step, draws), added, StepSafety.Means(step.Plan))
            .OrderByDescending(r => r.Verdict)
            .ToList();
        if (rows.Count == 0 || (rows[0].Verdict == Verdict.Warn && body.Reason is not null))
        {
            decided = Decision.Write(body);
            return false;
        }
        decided = (wish.Happened, rows[0]) switch
        {
            (true, { Verdict: Verdict.Stop } stop) => Decision.Write(body with { Danger = stop.Id }),
            (true, _) => Decision.Write(body),
            (_, { Verdict: Verdict.Stop } stop) => Decision.Refuse(
                "happened",
                stop.Reason,
                "do not. If it has happened already, say so: it is written down, and you are told what comes first"
            ),
            (_, var warn) => Decision.Refuse("reason", warn.Reason, "if you mean it and are ready for it, say why"),
        };
        return true;
    }

    private static Decision Lose(State state, BatchState batch, SomethingElse body, BesideWish wish)
    {
        if (wish.Amount is not { Value: > 0 } typed)
            return Decision.Refuse("amount", "nobody knows how much", "write mL, g, or a share such as 10 %; a guess will do");
        var now = VesselNow.Of(state, batch, body.StepId);
        if (now.Liquid.Likely <= 0)
            return Decision.Refuse("amount", "by the book there is no liquid in it", "weigh what is there instead");
        if (body.What == Happening.BoiledAway)
            return now.BoiledDownTo(typed) is { } share
                ? Decision.Write(body with { Gone = new(typed, share.Likely, share.Amount.Sigma, false, []) })
                : Decision.Refuse(
                    "amount",
                    $"it holds about {FigureText.Number(now.Liquid.Likely, 0)} mL by the book: that is no less",
                    "write the volume that is left, in mL"
                );
        // What ran over the bench is guessed by the eye, what was taken out was measured.
        var amount =
            typed.PlusMinus > 0 ? typed
            : body.What == Happening.Sampled ? Decisions.WithInstrument(typed, batch.BalanceStepG)
            : typed with { PlusMinus = typed.Value * Constants.Get("by-the-eye").Likely };
        return now.Part(amount, wish.WithSolids) is { } gone
            ? Decision.Write(body with { Gone = gone })
            : Decision.Refuse(
                "amount",
                $"it holds about {FigureText.Number(now.Liquid.Likely, 0)} mL by the book: that is more than all of it",
                "write less, or give the step up where nothing is left"
            );
    }

    private static Decision Move(State state, BatchState batch, SomethingElse body, BesideWish wish)
    {
        if (VesselsAtWork.Of(state).FirstOrDefault(v => v.Id == wish.Into) is not { } vessel)
            return Decision.Refuse(
                "into",
                "there is no such vessel",
                "choose one of " + string.Join(", ", VesselsAtWork.Of(state).Select(v => v.Label))
            );
        var now = VesselNow.Of(state, batch, body.StepId);
        if (now.Liquid.Likely > vessel.BrimMl && !wish.Happened)
            return Decision.Refuse(
                "into",
                $"{vessel.Label} is full at {FigureText.Number(vessel.BrimMl, 0)} mL, this is about "
                    + $"{FigureText.Number(now.Liquid.Likely, 0)} mL",
                "take a larger one"
            );
        return Decision.Write(body with { Into = vessel.Id, Gone = wish.Rinsed ? null : now.Clings() });
    }

    private static Decision Cover(State state, BatchState batch, SomethingElse body, BesideWish wish)
    {
        var step = BatchAtWork.Step(state, batch, body.StepId);
        if (step.Method.Options.All(o => o.Id != Methods.Cover.Option.Id))
            return Decision.Refuse("into", "no cover changes anything in this step", "write a note");
        if (wish.Into == Methods.Cover.Tight)
            return Decision.Refuse("into", "a tight stopper on what makes gas bursts", "a cover that lets gas out");
        return Methods.Cover.Option.Choices.Any(c => c.Value == wish.Into)
            ? Decision.Write(body with { Into = wish.Into })
            : Decision.Refuse(
                "into",
                "there is no such cover",
                "choose one of " + string.Join(", ", Methods.Cover.Option.Choices.Select(c => c.Value))
            );
    }
}
