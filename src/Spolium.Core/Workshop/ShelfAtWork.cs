using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Solutions;

namespace Spolium.Core.Workshop;

/// <summary>What a batch took from a bottle.</summary>
/// <param name="Cost">Crowns; null when nobody knows the price of the bottle.</param>
public sealed record BottleUse(string BottleId, string Name, Working Grams, Working? Millilitres, Working? Cost);

/// <summary>All that a batch took from the shelf.</summary>
/// <param name="Cost">Of the bottles with a price; the others are named.</param>
/// <param name="PerGram">Crowns to a gram of product; null until it was weighed.</param>
public sealed record BatchUse(
    string BatchId,
    string Code,
    IReadOnlyList<BottleUse> Bottles,
    Working Cost,
    IReadOnlyList<string> WithoutPrice,
    Working? PerGram
);

/// <summary>What open batches still want of one substance, as if it were pure, and what stands on the shelf.</summary>
/// <param name="Batches">Grams by batch code; for steps that have begun, and for steps to come.</param>
public sealed record Need(
    string Formula,
    string Name,
    IReadOnlyList<(string Code, Working Grams, bool Begun)> Batches,
    Working Wanted,
    Working There
)
{
    /// <summary>The shelf may have too little: the high end of what is wanted against the low end of what is there.</summary>
    public bool Short => Wanted.Range.High > There.Range.Low;
}

/// <summary>The shelf at one moment: what bottles are worth now, which comes first, what batches took and still want.</summary>
public static class ShelfAtWork
{
    private const double RoomC = 20;

    /// <summary>A bottle as plans take it now.</summary>
    public static Bottle AsBottle(ShelfBottle b, DateTimeOffset now)
    {
        var (test, at) = (b.Strength, b.Tests[^1].At);
        var typed = new Bottle(b.Id, b.Name, b.Formula, new(test.Fraction), test.DensityGPerMl, test.PlusMinus, test.How)
        {
            ChloridePpm = b.Kind.ChloridePpm,
        };
        if (!Aged(b, now))
            return typed with { DensityGPerMl = DensityOf(b, test.Fraction) };
        var draws = new Draws("bottle " + b.Id);
        var days = Ageing.DaysBetween(at, now);
        var old = Ageing.After(b.Formula, typed.StrengthIn(draws), days, draws);
        return typed with
        {
            Strength = new(old.Likely),
            PlusMinus = old.Range.Width / 2,
            DensityGPerMl = DensityOf(b, old.Likely),
            Known =
                $"{test.How} {FigureText.Number(test.Fraction * 100, 1)}{FigureText.ThinSpace}%, then {FigureText.Number(days, 0)} "
                + "days old",
        };
    }

    /// <summary>True when the bottle has lost strength by standing since it was last known.</summary>
    public static bool Aged(ShelfBottle b, DateTimeOffset now) =>
        Ageing.Ages(b.Formula) && Ageing.DaysBetween(b.Tests[^1].At, now) > Constants.Get("fresh-test-days").Likely;

    /// <summary>Mass fraction with its range, and how it is known.</summary>
    public static Working Strength(ShelfBottle b, DateTimeOffset now)
    {
        var draws = new Draws("bottle " + b.Id);
        var known = AsBottle(b, now);
        if (!Aged(b, now))
            return known.StrengthIn(draws);
        var then = known with { Strength = new(b.Strength.Fraction), PlusMinus = b.Strength.PlusMinus, Known = b.Strength.How };
        return Ageing.After(b.Formula, then.StrengthIn(draws), Ageing.DaysBetween(b.Tests[^1].At, now), draws);
    }

    // g/mL at room temperature: as it was read, or by the table of its strength.
    private static double? DensityOf(ShelfBottle b, double fraction) =>
        !b.Kind.Liquid ? null
        : b.Formula == "H2O" ? Reagents.Shop.Water.DensityGPerMl
        : b.Strength.DensityGPerMl ?? DensityTable.BySolute.GetValueOrDefault(b.Formula)?.Density(fraction * 100, RoomC);

    /// <summary>What stands in a bottle, g.</summary>
    public static Working Contents(ShelfBottle b) =>
        Working.Given(
            b.DiscardedAt is null ? b.Grams : 0,
            Dimension.Mass,
            $"in {b.Id}",
            $"{b.Moves.Count} movement{(b.Moves.Count == 1 ? "" : "s")} since {b.ReceivedAt:d MMM yyyy}"
        );

    /// <summary>
    /// Bottles of a substance that are not empty, in the order in which they should be used: what expires first, what ages before what
    /// keeps, opened before closed, older before younger.
    /// </summary>
    public static IReadOnlyList<ShelfBottle> FirstOut(State state, string formula) =>
        [
            .. state
                .Shelf.Values.Where(b => b.Formula == formula && !b.IsEmpty)
                .OrderBy(b => b.UseBy ?? DateTimeOffset.MaxValue)
                .ThenBy(b => b.OpenedAt is null)
                .ThenBy(b => Ageing.Ages(b.Formula) ? b.Tests[^1].At : b.ReceivedAt)
                .ThenBy(b => b.Id, StringComparer.Ordinal),
        ];

    /// <summary>The bottles that a new plan takes: of each substance the one to be used first; a usual label where the shelf has
    /// none.</summary>
    public static IReadOnlyList<Bottle> ForPlan(State state, DateTimeOffset now) =>
        [.. Reagents.Shop.UsualBottles.Select(usual => FirstOut(state, usual.Formula) is [var first, ..] ? AsBottle(first, now) : usual)];

    /// <summary>The shop as a plan sees it: these bottles with what stands in them, and the vessels.</summary>
    public static Shop ShopWith(State state, IReadOnlyList<Bottle> bottles) =>
        new(bottles, VesselsAtWork.Of(state), Levels: Levels(state, Ids(bottles)));

    /// <summary>Grams that stand in bottles; those that never stood on the shelf are left out.</summary>
    public static IReadOnlyDictionary<string, double> Levels(State state, IEnumerable<string> bottles) =>
        On(state, bottles).ToDictionary(b => b.Id, b => b.DiscardedAt is null ? Math.Max(0, b.Grams) : 0);

    /// <summary>Crowns to a gram out of bottles that somebody paid for.</summary>
    public static IReadOnlyDictionary<string, Working> Prices(State state, IEnumerable<string> bottles) =>
        On(state, bottles).Select(b => (b.Id, Price: PerGram(b))).Where(x => x.Price is not null).ToDictionary(x => x.Id, x => x.Price!);

    private static IEnumerable<ShelfBottle> On(State state, IEnumerable<string> bottles) =>
        bottles.Distinct().Select(state.Shelf.Find).OfType<ShelfBottle>();

    /// <summary>Ids of the real bottles of a choice.</summary>
    public static IEnumerable<string> Ids(IEnumerable<Bottle> bottles) => bottles.SelectMany(b => b.RealBottles()).Select(b => b.Id);

    /// <summary>Bottles that a batch goes by, and those that it was poured from.</summary>
    public static IEnumerable<string> Ids(BatchState batch) =>
        Ids(batch.Bottles).Concat(batch.Steps.Values.SelectMany(s => s.Pours).Select(p => p.BottleId));

    /// <summary>Crowns to a gram out of a bottle; null without a price.</summary>
    public static Working? PerGram(ShelfBottle b) =>
        b.Price is not { } price || b.ReceivedGrams <= 0
            ? null
            : (
                Working.Given(price.Value, Dimension.Money, $"price of {b.Id}", $"typed: {price.Told}")
                / Working.Exact(b.ReceivedGrams, null, Dimension.Mass)
            ).Named($"a gram out of {b.Id}");

    /// <summary>Crowns that so many grams of a bottle cost; null without a price.</summary>
    public static Working? Cost(ShelfBottle b, Working grams) => PerGram(b) is { } price ? (grams * price).Named($"cost of {b.Id}") : null;

    /// <summary>What a batch took so far.</summary>
    public static BatchUse Use(State state, BatchState batch)
    {
        var uses = batch
            .Steps.Values.SelectMany(s => s.Pours)
            .Where(p => p.BottleId != Reagents.Shop.Water.Id)
            .GroupBy(p => p.BottleId)
            .OrderBy(g => g.Key, StringComparer.Ordinal)
            .Select(g =>
            {
                var bottle = state.Shelf.GetValueOrDefault(g.Key);
                var grams = Working.Given(
                    g.Sum(p => p.Grams),
                    Dimension.Mass,
                    $"poured from {g.Key}",
                    g.Count() == 1 ? "1 portion logged" : $"{g.Count()} portions logged"
                );
                var known = g.Select(p => p.DensityGPerMl).LastOrDefault(d => d is not null)
                    ?? batch.Bottles.FirstOrDefault(b => b.Id == g.Key)?.DensityGPerMl;
                var ml = known is { } d
                    ? grams / Working.Given(d, Dimension.Density, $"density of {g.Key}", "as it was when it was poured")
                    : null;
                return new BottleUse(
                    g.Key,
                    bottle?.Name ?? batch.Bottles.FirstOrDefault(b => b.Id == g.Key)?.Name ?? g.Key,
                    grams,
                    ml,
                    bottle is null ? null : Cost(bottle, grams)
                );
            })
            .ToList();
        var cost = Working.Sum(uses.Select(u => u.Cost).OfType<Working>(), Dimension.Money).Named("cost of what was poured");
        var product = batch.Product is { } p ? Working.Given(p.Mass.Value, Dimension.Mass, "product", $"weighed: {p.Mass.Text}") : null;
        return new(
            batch.Id,
            batch.Code,
            uses,
            cost,
            [.. uses.Where(u => u.Cost is null).Select(u => u.BottleId)],
            product is null || product.Likely <= 0
                ? null
                : (cost / product * Working.Exact(1, "1 g", Dimension.Mass)).Named("reagents to a gram of product")
        );
    }

    /// <summary>What open batches still want, substance by substance.</summary>
    public static IReadOnlyList<Need> Needs(State state, DateTimeOffset now)
    {
        var draws = new Draws("shelf");
        var wants = state
            .Batches.Values.Where(b => b.ClosedAt is null)
            .OrderBy(b => b.StartedAt)
            .SelectMany(batch =>
                BatchAtWork
                    .Plan(state, batch)
                    .Steps.Where(s => !s.Facts.Closed)
                    .SelectMany(s =>
                        s.Plan.Doses.Where(d => d.Bottle.Formula != "H2O")
                            .Select(d => (d.Bottle.Formula, batch.Code, s.Facts.Begun, Grams: Pure(s, d, draws)))
                    )
            )
            .ToList();
        return
        [
            .. wants
                .GroupBy(w => w.Formula)
                .Select(g =>
                {
                    var bottles = FirstOut(state, g.Key);
                    var there = Working
                        .Sum(bottles.Select(b => Contents(b) * Strength(b, now)), Dimension.Mass)
                        .Named("on the shelf, as if pure");
                    var lines = g.GroupBy(w => (w.Code, w.Begun))
                        .Select(x =>
                            (
                                x.Key.Code,
                                Working
                                    .Sum(x.Select(w => w.Grams), Dimension.Mass)
                                    .Named($"{x.Key.Code}, {(x.Key.Begun ? "step at work" : "steps to come")}"),
                                x.Key.Begun
                            )
                        )
                        .ToList();
                    return new Need(
                        g.Key,
                        ReagentForm.All.First(f => f.Formula == g.Key).Name,
                        lines,
                        Working.Sum(lines.Select(l => l.Item2), Dimension.Mass).Named("still wanted, as if pure"),
                        there
                    );
                })
                .OrderBy(n => n.Name, StringComparer.Ordinal),
        ];
    }

    private static Working Pure(PlannedStep step, Methods.Dose dose, Draws draws) =>
        (Working.AtLeastZero(dose.Grams - Methods.DosePlan.Logged(dose.Id, step.Facts)) * dose.Bottle.StrengthIn(draws)).Named(
            $"{dose.Title}, still to pour"
        );
}
