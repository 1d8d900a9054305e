using Spolium.Core.Journal;
using Spolium.Core.Solutions;

namespace Spolium.Core.Deciding;

/// <summary>A bottle as somebody writes it down, before it is known what it weighs.</summary>
/// <param name="Strength">Null takes what such kinds usually have, with its wide range.</param>
/// <param name="Density">g/mL; null takes the table's.</param>
/// <param name="Measured">A strength that was measured; it stands before the label.</param>
public sealed record BottleWish(
    string Id,
    string Form,
    TypedNumber Amount,
    TypedNumber? Strength,
    TypedNumber? Density,
    TypedNumber? Price,
    string Place,
    DateTimeOffset? UseBy,
    bool Certificate,
    string? Name = null,
    StrengthTest? Measured = null
);

/// <summary>What can be done with the shelf, and the entry that records it. Pure, as <see cref="Decisions"/>.</summary>
public static class ShelfDecisions
{
    /// <summary>Largest bottle or drum of a small shop, g.</summary>
    internal const double LargestBottle = 1e6;

    /// <summary>What a level by the book may be off before a pour from it asks for a reason.</summary>
    internal const double LevelMayDiffer = 0.02;

    internal const double RoomC = 20;

    /// <summary>All bottles of a delivery or a file, or none of them.</summary>
    /// <param name="field">Name of a row in errors, such as "bottles[2]".</param>
    public static Decision Receive(State state, IReadOnlyList<BottleWish> wishes, Func<int, string> field)
    {
        var errors = new List<FieldError>();
        var bottles = new List<NewBottle>();
        if (wishes.Count == 0)
            errors.Add(new("bottles", "there is no bottle", "write one at least"));
        for (var i = 0; i < wishes.Count; i++)
        {
            var at = field(i);
            var wish = wishes[i];
            if (wishes.Take(i).Any(w => Same(w.Id, wish.Id)))
                errors.Add(new(at + "id", $"{wish.Id} stands twice", "give each bottle an id of its own"));
            if (BottleMaking.Make(state, wish, at, errors) is { } bottle)
                bottles.Add(bottle);
        }
        return errors.Count > 0 ? Decision.Refuse(errors) : Decision.Write(new BottlesReceived(bottles));
    }

    private static bool Same(string a, string b) => string.Equals(a.Trim(), b.Trim(), StringComparison.OrdinalIgnoreCase);

    /// <summary>Grams of an amount that was typed by mass or volume; null where no density says so.</summary>
    internal static Working? InGrams(TypedNumber amount, ReagentForm form, double? density)
    {
        if (amount.Field == Field.Mass)
            return Working.Given(amount.Value, Dimension.Mass, "weighed", amount.Text);
        var ml = Working.Given(amount.Value, Dimension.Volume, "measured", amount.Text);
        return form.Liquid
            ? density is { } d
                ? ml * Working.Given(d, Dimension.Density, "density", "label or table")
                : null
            : ReagentForm.BulkDensity(form.Formula, new Draws("spoon")) is { } bulk
                ? ml * bulk
                : null;
    }

    /// <summary>A strength test. Its reading has been reckoned before; here it is only kept.</summary>
    public static Decision Test(State state, string bottleId, StrengthTest test)
    {
        if (OnShelf(state, bottleId) is { } no)
            return no;
        return test.Fraction is <= 0 or > 1
            ? Decision.Refuse("strength", "a strength is above 0 and at most 100 %", "check the readings")
            : Decision.Write(new BottleTested(bottleId, test, AddsG(state.Shelf[bottleId], test)));
    }

    // What came in and was only poured from since is the volume that was typed: another density is another mass.
    private static double? AddsG(ShelfBottle bottle, StrengthTest test)
    {
        if (bottle.Made || bottle.Amount.Field != Field.Volume || bottle.Moves.Any(m => m.Kind == MoveKind.Counted))
            return null;
        double? Of(StrengthTest t) =>
            t.DensityGPerMl ?? DensityTable.BySolute.GetValueOrDefault(bottle.Formula)?.Density(100 * t.Fraction, RoomC);
        return Of(bottle.Strength) is { } was && Of(test) is { } now && Math.Abs(now / was - 1) > SameDensity
            ? bottle.Grams * (now / was - 1)
            : null;
    }

    private const double SameDensity = 1e-4;

    public static Decision Open(State state, string bottleId) =>
        OnShelf(state, bottleId)
        ?? (
            state.Shelf[bottleId].OpenedAt is not null
                ? Decision.Refuse("bottleId", $"{bottleId} is open already", "go on with it")
                : Decision.Write(new BottleOpened(bottleId))
        );

    public static Decision LookAlike(State state, string bottleId, string saw) =>
        OnShelf(state, bottleId)
        ?? (
            string.IsNullOrWhiteSpace(saw)
                ? Decision.Refuse("saw", "what was seen?", $"do the test and write it down: {state.Shelf[bottleId].Kind.Test}")
                : Decision.Write(new LookAlikeChecked(bottleId, saw.Trim()))
        );

    public static Decision Discard(State state, string bottleId, string where) =>
        OnShelf(state, bottleId)
        ?? (
            string.IsNullOrWhiteSpace(where)
                ? Decision.Refuse("where", "where did it go?", "the drum or the place that takes such waste")
                : Decision.Write(new BottleDiscarded(bottleId, Math.Max(0, state.Shelf[bottleId].Grams), where.Trim()))
        );

    internal static Decision? OnShelf(State state, string bottleId) =>
        !state.Shelf.TryGetValue(bottleId, out var bottle)
            ? Decision.Refuse("bottleId", $"there is no bottle {bottleId} on the shelf", "choose one of the shelf")
        : bottle.DiscardedAt is not null ? Decision.Refuse("bottleId", $"{bottleId} was thrown away", "take its discarding back first")
        : null;
}
