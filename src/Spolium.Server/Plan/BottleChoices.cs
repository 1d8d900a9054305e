using Spolium.Core.Reagents;
using Spolium.Core.Solutions;

namespace Spolium.Server.Plan;

/// <summary>Bottles that a plan may pour from.</summary>
internal static class BottleChoices
{
    /// <summary>Bottles that a batch may take from: those of the shelf, the one to be used first in front; a usual label where the shelf
    /// has none.</summary>
    public static IReadOnlyList<BottleChoice> Choices(State state, DateTimeOffset now) =>
        [
            .. Shop.UsualBottles.SelectMany(usual =>
                ShelfAtWork.FirstOut(state, usual.Formula) is { Count: > 0 } there
                    ? there.Select(b => Choice(state, ShelfAtWork.AsBottle(b, now)))
                    : [Choice(state, usual)]
            ),
        ];

    public static BottleChoice Choice(State state, Bottle b)
    {
        var shelf = state.Shelf.GetValueOrDefault(b.Id);
        var note =
            shelf is null ? "not on your shelf: the usual label"
            : shelf.WantsLookAlike ? "nobody has looked at what it is"
            : shelf.UseBy is { } day && day < (state.Entries.Count > 0 ? state.Entries[^1].RecordedAt : day) ? "past its day"
            : "";
        return new(
            b.Id,
            b.Name,
            b.Formula,
            $"{FigureText.Number(b.Strength.Percent, 1)} %",
            b.DensityGPerMl is { } d ? FigureText.Number(d, 4) : null,
            shelf is not null,
            shelf is null
                ? ""
                : FigureText.ValueOnly(b.IsLiquid ? b.Volume(ShelfAtWork.Contents(shelf))! : ShelfAtWork.Contents(shelf)) + " left",
            note
        );
    }

    /// <summary>Bottles as chosen, in their order; of substances that were not chosen the one to be used first.</summary>
    public static IReadOnlyList<Bottle> Bottles(RequestReader reader, IReadOnlyList<BottleRequest>? chosen, State state, DateTimeOffset now)
    {
        var bottles = (chosen ?? []).Select((b, i) => One(reader, $"bottles[{i}]", b, state, now)).OfType<Bottle>().ToList();
        return [.. bottles, .. ShelfAtWork.ForPlan(state, now).Where(b => bottles.All(x => x.Formula != b.Formula))];
    }

    private static Bottle? One(RequestReader reader, string field, BottleRequest b, State state, DateTimeOffset now)
    {
        if (state.Shelf.TryGetValue(b.Id, out var shelf))
        {
            if (!string.IsNullOrWhiteSpace(b.Strength))
                reader.Errors.Add(
                    new(
                        field + ".strength",
                        $"{b.Id} stands on the shelf with a strength of its own",
                        "leave the strength empty, or test the bottle on the Strength page"
                    )
                );
            return ShelfAtWork.AsBottle(shelf, now);
        }
        if (Shop.UsualBottles.FirstOrDefault(u => u.Id == b.Id) is { } usual && string.IsNullOrWhiteSpace(b.Strength))
            return usual;
        if (ReagentForm.All.FirstOrDefault(f => f.Formula == b.Formula) is not { } form)
        {
            reader.Errors.Add(
                new(
                    field + ".id",
                    $"there is no bottle {b.Id} on the shelf",
                    "choose one of the shelf, or write what it holds and how strong it is"
                )
            );
            return null;
        }
        var strength = reader.Quantity(field + ".strength", b.Strength, Field.Share);
        var density = reader.Optional(field + ".density", b.Density, Field.Density)?.Value
            ?? (form.Liquid ? DensityTable.BySolute.GetValueOrDefault(form.Formula)?.Density(strength.Value * 100, 20) : null);
        return new(
            string.IsNullOrWhiteSpace(b.Id) ? "other " + form.Formula : b.Id.Trim(),
            form.Name,
            form.Formula,
            new(strength.Value),
            density,
            strength.PlusMinus
        );
    }
}
