using Spolium.Core.Accounts;
using Spolium.Core.Journal;
using Spolium.Core.Methods;
using Spolium.Core.Plans;

namespace Spolium.Core.Deciding;

/// <summary>Whether what was poured can have done what a step is said to have done.</summary>
internal static class PouredEnough
{
    private static readonly double FarTooLittle = Reference.Constants.Get("far-too-little").Likely;

    // A step that works by what is poured, and nothing was: it cannot have happened. It is asked of the plan that it was begun with, since
    // a sign that is ticked says of the plan as it stands that nothing was wanted. Water alone does nothing.
    internal static string? Unpoured(PlannedStep step, StepState done) =>
        step.Method.Card.Stage is Stage.Strip or Stage.Dissolve or Stage.Denitrate or Stage.Precipitate
        && done.FromBottles.All(p => p.BottleId == Account.Water)
        && done.Plan?.Doses.FirstOrDefault(d => d.Grams.Likely > 0 && d.BottleId != Account.Water) is { } wanted
            ? $"no {wanted.Title} was poured (the plan wanted {FigureText.Rough(wanted.Grams.Likely, 3)} g)"
            : null;

    // Of something that a step works by, far less went in than the plan wanted at its least, and yet it is said to be done: a portion that
    // nobody wrote down, a slipped point, or a feed that held far less than was believed. What the step leaves behind hangs on which.
    internal static string? TooLittle(PlannedStep step, StepState done)
    {
        // Metal that dissolves takes its acid; what is left of an acid, and what a salt brings down, may well be far less than was thought.
        if (step.Method.Card.Stage is not (Stage.Strip or Stage.Dissolve))
            return null;
        foreach (var dose in done.Plan?.Doses.Where(d => d.BottleId != Account.Water) ?? [])
        {
            var poured = done.Pours.Where(p => p.DoseId == dose.Dose).ToList();
            var grams = poured.Sum(p => p.Grams);
            if (poured.Count > 0 && poured.All(p => p.BottleId == dose.BottleId) && grams < FarTooLittle * dose.Grams.Low)
                return $"{FigureText.Rough(grams, 3)} g of {dose.Title} is far too little for what was believed to be in it (the plan "
                    + $"wanted {FigureText.Rough(dose.Grams.Low, 3)} to {FigureText.Rough(dose.Grams.High, 3)} g)";
        }
        return null;
    }
}
