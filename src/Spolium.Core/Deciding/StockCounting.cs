using Spolium.Core.Journal;
using Spolium.Core.Reconciling;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>The shelf is counted.</summary>
public static class StockCounting
{
    /// <summary>A count further off than this share of the book asks for a reason.</summary>
    private const double CountMayDiffer = 0.25;

    /// <summary>A count of the shelf: what stands in each bottle, by weight of its contents or by volume.</summary>
    public static Decision Count(
        State state,
        IReadOnlyList<(string BottleId, TypedNumber Amount)> counted,
        DateTimeOffset now,
        string? reason
    )
    {
        var errors = new List<FieldError>();
        var lines = new List<StockLine>();
        if (counted.Count == 0)
            errors.Add(new("lines", "nothing was counted", "write what stands in one bottle at least"));
        for (var i = 0; i < counted.Count; i++)
        {
            var (id, amount) = counted[i];
            if (ShelfDecisions.OnShelf(state, id) is { } no)
            {
                errors.Add(no.Errors[0] with { Field = $"lines[{i}].bottleId" });
                continue;
            }
            var bottle = state.Shelf[id];
            if (ShelfDecisions.InGrams(amount, bottle.Kind, ShelfAtWork.AsBottle(bottle, now).DensityGPerMl) is not { } grams)
                errors.Add(new($"lines[{i}].amount", $"{id} can only be weighed", "write grams"));
            else if (grams.Likely > bottle.ReceivedGrams * (1 + CountMayDiffer) && string.IsNullOrWhiteSpace(reason))
                errors.Add(
                    Counted(
                        state,
                        i,
                        bottle,
                        amount,
                        grams.Likely,
                        $"{QuantityParser.InWords(amount)} is more than {id} ever held ({FigureText.Number(bottle.ReceivedGrams, 0)} g)",
                        "was the bottle weighed with it? If it is so, say why"
                    )
                );
            else if (Math.Abs(grams.Likely - bottle.Grams) > CountMayDiffer * bottle.ReceivedGrams && string.IsNullOrWhiteSpace(reason))
                errors.Add(
                    Counted(
                        state,
                        i,
                        bottle,
                        amount,
                        grams.Likely,
                        $"the book has {FigureText.Number(bottle.Grams, 0)} g of {id}, counted were {FigureText.Number(grams.Likely, 0)} g",
                        "count again; if it is so, say why"
                    )
                );
            else
                lines.Add(new(id, amount, grams.Likely, bottle.Grams));
        }
        return errors.Count > 0 ? Decision.Refuse(errors) : Decision.Write(new StockTaken(lines, Decisions.Kept(reason)));
    }

    // A count agrees when it lies within what may differ of the book.
    private static FieldError Counted(
        State state,
        int line,
        ShelfBottle bottle,
        TypedNumber amount,
        double grams,
        string reason,
        string wayOut
    )
    {
        var perUnit = grams / amount.Value;
        // All that a count may differ by is four standard uncertainties: what may be is not too far to be proposed.
        return LikeliestSlip.Told(
            new($"lines[{line}].amount", reason, wayOut),
            amount,
            v => Math.Abs(v * perUnit - bottle.Grams) <= CountMayDiffer * bottle.ReceivedGrams,
            bottle.Grams / perUnit,
            CountMayDiffer * bottle.ReceivedGrams / 4 / perUnit,
            CannotBe.Near(state, amount)
        );
    }
}
