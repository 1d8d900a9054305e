using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>A figure of a saved plan, as it was and as it would be now.</summary>
/// <param name="Now">Null where the plan no longer has it.</param>
public sealed record ThenAndNow(string Label, Figure Then, Figure? Now);

/// <summary>Plans that are put by: saved, renamed, copied, compared with their later selves.</summary>
public static class SavedPlans
{
    private const int LongestTitle = 80;

    public static Decision Save(
        State state,
        string planId,
        string title,
        LotState lot,
        TypedNumber amount,
        Route route,
        IReadOnlyList<string> methods,
        IReadOnlyList<Bottle> bottles,
        string codeVersion,
        string? copyOf
    )
    {
        var errors = new List<Quantities.FieldError>(Decisions.CheckPlanning(lot, amount, route, bottles));
        errors.AddRange(CheckTitle(state, planId, title));
        if (state.Plans.ContainsKey(planId))
            errors.Add(new("planId", "it is saved already", "save it under a new id"));
        if (copyOf is not null && !state.Plans.ContainsKey(copyOf))
            errors.Add(new("copyOf", "the plan that it copies is gone", "save it as a new one"));
        if (errors.Count > 0)
            return Decision.Refuse(errors);
        var plan = Planner.Fold(
            BatchFeed.FeedOf(state, lot, amount),
            route,
            ShelfAtWork.ShopWith(state, bottles),
            Observing.DrawsNow(state, lot)
        );
        if (plan.Refused is { } no)
            return Decision.Refuse("route", no.Plan.Refusals[0].Reason, no.Plan.Refusals[0].WayOut);
        return Decision.Write(
            new PlanSaved(
                planId,
                title.Trim(),
                lot.Id,
                amount,
                route,
                methods,
                bottles,
                state.PricesNow?.List.Id,
                codeVersion,
                ReferenceTable.Hash,
                [.. Figures(state, lot, amount, plan, PriceSpread.Ahead(state)).Select(Figure.Of)],
                copyOf
            )
        );
    }

    /// <summary>What is kept of a plan, and compared later.</summary>
    private static IEnumerable<Working> Figures(State state, LotState lot, TypedNumber amount, BatchPlan plan, PriceList? prices)
    {
        var element = BatchAtWork.ElementOf(plan.Steps[^1].Plan.Outputs.First(o => o.Main).Charge);
        var draws = Observing.DrawsNow(state, lot);
        var worth = prices is null
            ? null
            : Worth.Of(
                plan,
                element,
                LotAtWork.Terms(
                    state,
                    prices,
                    lot,
                    amount,
                    ShelfAtWork.Ids(plan.Steps.SelectMany(s => s.Plan.Doses).Select(d => d.Bottle))
                ),
                draws
            );
        var figures = WayFigures.Of(plan, element, worth, draws);
        return
        [
            figures.Metal,
            .. new[] { figures.Margin, figures.Cost }.OfType<Working>(),
            figures.Hands,
            figures.Alone,
            figures.Acid,
            .. plan.Steps.SelectMany(s =>
                s.Plan.Doses.Where(d => d.Bottle.Formula != "H2O").Select(d => d.Grams.Named($"{s.Plan.Verb}: {d.Title}"))
            ),
        ];
    }

    /// <summary>A saved plan beside what the same way would be now: with today's shelf, prices, content and code. The refusal, where it is
    /// refused now.</summary>
    public static (IReadOnlyList<ThenAndNow> Figures, string? Refused) Compare(State state, SavedPlan saved, DateTimeOffset now)
    {
        var lot = state.Lots[saved.Plan.LotId];
        var plan = Planner.Fold(
            BatchFeed.FeedOf(state, lot, saved.Plan.Amount),
            saved.Plan.Route,
            ShelfAtWork.ShopWith(state, ShelfAtWork.ForPlan(state, now)),
            Observing.DrawsNow(state, lot)
        );
        if (plan.Refused is { } no)
            return (
                [.. saved.Plan.Figures.Select(f => new ThenAndNow(f.Label, f, null))],
                $"{no.Plan.Refusals[0].Reason}: {no.Plan.Refusals[0].WayOut}"
            );
        var today = Figures(state, lot, saved.Plan.Amount, plan, PriceSpread.Ahead(state)).Select(Figure.Of).ToList();
        return ([.. saved.Plan.Figures.Select(f => new ThenAndNow(f.Label, f, today.FirstOrDefault(t => t.Label == f.Label)))], null);
    }

    public static Decision Rename(State state, string planId, string title)
    {
        if (!state.Plans.ContainsKey(planId))
            return Decision.Refuse("planId", "there is no such plan", "choose one of the list");
        return CheckTitle(state, planId, title).ToList() is { Count: > 0 } wrong
            ? Decision.Refuse(wrong)
            : Decision.Write(new PlanRenamed(planId, title.Trim()));
    }

    public static Decision Drop(State state, string planId) =>
        state.Plans.ContainsKey(planId)
            ? Decision.Write(new PlanDropped(planId))
            : Decision.Refuse("planId", "there is no such plan", "choose one of the list");

    private static IEnumerable<Quantities.FieldError> CheckTitle(State state, string planId, string title)
    {
        if (string.IsNullOrWhiteSpace(title) || title.Trim().Length > LongestTitle)
            yield return new("title", "it has no name, or a very long one", "write one by which you find it again");
        else if (state.Plans.Any(p => p.Key != planId && string.Equals(p.Value.Title, title.Trim(), StringComparison.OrdinalIgnoreCase)))
            yield return new("title", $"a plan is called {title.Trim()} already", "choose another name");
    }
}
