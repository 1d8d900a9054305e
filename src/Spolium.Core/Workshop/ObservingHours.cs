using Spolium.Core.Journal;
using Spolium.Core.Methods;

namespace Spolium.Core.Workshop;

/// <summary>What the stamps of a batch show of hours: from the beginning of a step to its closing, against what was planned.</summary>
internal static class ObservingHours
{
    /// <summary>Share of the planned hours below which all of it was typed in one go, after the work.</summary>
    private static readonly double Typed = Constants.Get("typed-at-once").Likely;

    /// <summary>Times of the planned hours, at their most, beyond which nobody was there to see its end.</summary>
    private static readonly double NobodyThere = Constants.Get("nobody-there").Likely;

    /// <summary>Share (95 %) of the hours by which they are longer or shorter in the journal than at the bench.</summary>
    private static readonly double Stamped = Constants.Get("stamps-plus-minus").Likely;

    public static IEnumerable<PracticeSeen> Of(State state, BatchState batch)
    {
        var draws = Observing.DrawsOf(state, batch);
        foreach (var step in batch.Route.Steps)
        {
            if (
                batch.Step(step.Id) is not { BegunAt: { } from, ClosedAt: { } to, GivenUp: false }
                || MethodCatalogue.Find(step.Method) is not { } method
                || BatchAtWork.Step(state, batch, step.Id).Plan is not { Refused: false } plan
            )
                continue;
            var (planned, hours) = (plan.Attended + plan.Unattended, (to - from).TotalHours);
            if (hours < Typed * planned.Likely || hours > NobodyThere * planned.Range.High || planned.Likely <= 0)
                continue;
            // The factor as it was believed × taken ÷ planned with it. How unsure the plan is stays in the plan.
            var pace = Paces.Of(method);
            var value = (draws.Practice.ByPrior.GetValueOrDefault(pace)?.Triple.Likely ?? 1) * hours / planned.Likely;
            yield return new(
                pace,
                step.Id,
                value,
                value / (1 + Stamped),
                value * (1 + Stamped),
                $"{FigureText.Rough(hours)} h from its beginning to its closing, planned {FigureText.ValueOnly(planned)}"
            );
        }
    }
}
