using Spolium.Core.Journal;

namespace Spolium.Core.Deciding;

/// <summary>What is asked of every pour out of a bottle, whether the plan has it or not.</summary>
internal static class OutOfABottle
{
    /// <summary>A bottle that looks like another has not been looked at.</summary>
    internal static Decision LookAlike(ShelfBottle bottle) =>
        Decision.Refuse(
            "bottleId",
            $"{bottle.Id} is {bottle.Name}, bought without a certificate: nobody has looked at what it is",
            $"do the test and record it on the Shelf: {bottle.Kind.Test}"
        );

    /// <summary>More than the bottle holds by the shelf; null where it holds that much.</summary>
    internal static FieldError? MoreThanStands(ShelfBottle? bottle, double grams) =>
        bottle is null || grams <= bottle.Grams * (1 + ShelfDecisions.LevelMayDiffer)
            ? null
            : new(
                "amount",
                $"{bottle.Id} holds {FigureText.Number(Math.Max(0, bottle.Grams), 0)} g by the shelf, {FigureText.Number(grams, 0)} g "
                    + "would be poured",
                "pour from another bottle, or count the shelf; if it is so, say why"
            );

    /// <summary>Grams of a pour and how unsure they are: a spoon of a loose solid by its bulk density, a cup of a liquid by the cup; null
    /// where it must be weighed.</summary>
    internal static (double Grams, double Sigma)? Measured(TypedNumber amount, Bottle bottle)
    {
        if (amount.Field == Field.Mass)
            return (amount.Value, amount.Sigma);
        if (bottle.DensityGPerMl is { } density)
            return (amount.Value * density, amount.Sigma * density);
        if (
            ReagentForm.All.Any(f => f.Formula == bottle.Formula && f.Liquid)
            || ReagentForm.BulkDensity(bottle.Formula, new Draws("spoon")) is not { } bulk
        )
            return null;
        var ml = Working.Given(
            new Draws("spoon").Reading("volume", amount.Value, amount.Sigma),
            Dimension.Volume,
            "by the spoon",
            amount.Text
        );
        var grams = ml * bulk;
        return (grams.Likely, grams.Amount.Sigma);
    }
}
