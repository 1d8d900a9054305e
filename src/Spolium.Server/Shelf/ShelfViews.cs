using Spolium.Core.Reagents;
using Spolium.Core.Solutions;

namespace Spolium.Server.Shelf;

/// <summary>The shelf as it is shown.</summary>
internal static class ShelfViews
{
    /// <summary>Old bottles, and batches with what they took, that the page lists.</summary>
    private const int Listed = 30;

    internal static ShelfView View(Writing writing, DateTimeOffset now, ShownFigures book)
    {
        var state = writing.Ledger.State;
        var bottles = state
            .Shelf.Values.Concat(writing.Lists.OldBottles(Listed).Select(state.Shelf.Find).OfType<ShelfBottle>())
            .DistinctBy(b => b.Id);
        var batches = state
            .Batches.Values.Where(b => b.ClosedAt is null)
            .Concat(writing.Lists.LatestBatches(Listed).Select(state.Batches.Find).OfType<BatchState>())
            .DistinctBy(b => b.Id);
        var all = bottles.OrderBy(b => b.Id, StringComparer.Ordinal).Select(b => (Bottle: b, View: Of(state, b, now, book))).ToList();
        return new(
            [
                .. all.Where(b => b.Bottle.DiscardedAt is null)
                    .GroupBy(b => b.View.Family)
                    .OrderBy(g => Family(g.Key))
                    .Select(g => new FamilyView(g.Key, [.. g.Select(b => b.View)])),
            ],
            [.. all.Where(b => b.Bottle.DiscardedAt is not null).Select(b => b.View)],
            [
                .. ShelfAtWork
                    .Needs(state, now)
                    .Select(n => new NeedView(
                        n.Formula,
                        n.Name,
                        book.Add($"need/{n.Formula}", n.Wanted),
                        book.Add($"there/{n.Formula}", n.There),
                        n.Short,
                        [.. n.Batches.Select((b, i) => new NeedLine(b.Code, book.Add($"need/{n.Formula}/{i}", b.Grams), b.Begun))]
                    )),
            ],
            [
                .. batches
                    .OrderByDescending(b => b.StartedAt)
                    .Select(b => ShelfAtWork.Use(state, b))
                    .Where(u => u.Bottles.Count > 0)
                    .Select(u => new UseView(
                        u.BatchId,
                        u.Code,
                        state.Batches[u.BatchId].ClosedAt is not null,
                        book.Add($"use/{u.BatchId}", u.Cost),
                        u.WithoutPrice,
                        book.AddOrNone($"use/{u.BatchId}/per-gram", u.PerGram),
                        [
                            .. u.Bottles.Select(l => new UseLine(
                                l.BottleId,
                                l.Name,
                                book.Add($"use/{u.BatchId}/{l.BottleId}", l.Grams),
                                book.AddOrNone($"use/{u.BatchId}/{l.BottleId}/ml", l.Millilitres),
                                book.AddOrNone($"use/{u.BatchId}/{l.BottleId}/cost", l.Cost)
                            )),
                        ]
                    )),
            ]
        );
    }

    private static int Family(string name) =>
        Array.IndexOf(["acids", "alkalis", "oxidants", "reducers", "salts", "fluxes", "solvents", "waters"], name);

    internal static KindView Of(ReagentForm f) =>
        new(
            f.Id,
            f.Name,
            f.Formula,
            f.Family,
            f.Liquid,
            f.Percent.Low == f.Percent.High
                ? $"{FigureText.Number(f.Percent.Likely, 0)} %"
                : $"{FigureText.Number(f.Percent.Low, 0)} to {FigureText.Number(f.Percent.High, 0)} %",
            f.Trade,
            f.Additives,
            f.Test,
            f.Care,
            f.Reducing,
            f.ChloridePpm
        );

    internal static ShelfBottleView Of(State state, ShelfBottle b, DateTimeOffset now, ShownFigures book)
    {
        var bottle = ShelfAtWork.AsBottle(b, now);
        var contents = ShelfAtWork.Contents(b);
        var strength = ShelfAtWork.Strength(b, now);
        return new(
            b.Id,
            b.Form,
            b.Name,
            b.Formula,
            b.Kind.Family,
            b.Kind.Liquid,
            book.Add($"bottle/{b.Id}/strength", strength.Percent($"strength of {b.Id}")),
            bottle.Known,
            ShelfAtWork.Aged(b, now),
            book.Add($"bottle/{b.Id}/contents", contents),
            book.AddOrNone($"bottle/{b.Id}/ml", b.Kind.Liquid ? bottle.Volume(contents)?.Named($"in {b.Id}, by volume") : null),
            Others(b, bottle, strength, book),
            Math.Clamp(b.ReceivedGrams > 0 ? contents.Likely / b.ReceivedGrams : 0, 0, 1),
            strength.Likely,
            bottle.DensityGPerMl is { } d ? $"{FigureText.Number(d, 4)} g/mL" : null,
            b.Place,
            b.Price?.Told,
            Age(b, now),
            b.ReceivedAt,
            b.OpenedAt,
            b.UseBy,
            b.UseBy < now,
            b.Made,
            b.MadeIn is { } batch ? state.Batches.GetValueOrDefault(batch)?.Code ?? batch : null,
            b.WantsLookAlike,
            b.LookAlike,
            ShelfAtWork.FirstOut(state, b.Formula) is [var first, _, ..] && first.Id == b.Id,
            b.IsEmpty,
            b.DiscardedAt is not null,
            state.Version(Entry.BottleStream(b.Id))
        );
    }

    // The strength as labels of such kinds tell it.
    private static List<FigureView> Others(ShelfBottle b, Bottle bottle, Working strength, ShownFigures book)
    {
        if (bottle.DensityGPerMl is not { } d || b.Formula == "H2O")
            return [];
        var density = Core.Quantities.Working.Given(d, Dimension.Density, $"density of {b.Id}", "goes with its strength: " + bottle.Known);
        if (b.Formula == "NaOCl")
            return
            [
                book.Add($"bottle/{b.Id}/chlorine", StrengthUnits.ActiveChlorineGramsPerLitre(strength, density)),
                book.Add($"bottle/{b.Id}/chlorine-share", StrengthUnits.ActiveChlorine(strength).Percent("active chlorine, by mass")),
            ];
        var molar = book.Add($"bottle/{b.Id}/molar", StrengthUnits.MolesPerLitre(b.Formula, strength, density));
        return b.Formula == "H2O2" ? [molar, book.Add($"bottle/{b.Id}/volumes", StrengthUnits.VolumeStrength(strength, density))] : [molar];
    }

    private static string Age(ShelfBottle b, DateTimeOffset now)
    {
        var since = b.OpenedAt ?? b.ReceivedAt;
        var days = (now - since).TotalDays;
        var words =
            days < 1 ? "today"
            : days < 14 ? $"{(int)days} day{((int)days == 1 ? "" : "s")}"
            : days < 60 ? $"{(int)(days / 7)} weeks"
            : $"{(int)(days / 30.44)} months";
        return $"{(b.Made ? "made" : b.OpenedAt is not null ? "open" : "here")} {(days < 1 ? "since today" : words)}";
    }

    internal static BottleDetail Detail(State state, string bottleId, DateTimeOffset now, ShownFigures book)
    {
        var b = state.Shelf[bottleId];
        var marks = Hazards.Of(b.Formula, b.Strength.Fraction * 100);
        return new(
            Of(state, b, now, book),
            Of(b.Kind),
            marks?.Signal,
            marks?.Statements,
            "The safety data sheet of the bottle always wins.",
            [
                .. b
                    .Tests.Reverse()
                    .Select(t => new TestView(
                        t.EntryId,
                        t.At,
                        Percent(t.Test),
                        t.Test.How,
                        [.. t.Test.Readings.Select(r => r.Instrument is { } i ? $"{r.Text}, {i}" : r.Text)],
                        t.EntryId != b.EntryId
                    )),
            ],
            [
                .. b
                    .Moves.Reverse()
                    .Select(m => new MoveView(
                        m.EntryId,
                        m.At,
                        state.Entries.Find(m.EntryId)!.By,
                        Say(state, m),
                        Signed(m.Grams),
                        m.Kind is not MoveKind.Used && Corrections.Refuse(state, m.EntryId) is null
                    )),
            ]
        );
    }

    private static string Percent(StrengthTest test)
    {
        var within = test.PlusMinus > 0 ? $" ± {FigureText.Number(test.PlusMinus * 100, 1)}" : "";
        return $"{FigureText.Number(test.Fraction * 100, 1)}{FigureText.ThinSpace}%{within}";
    }

    private static string Signed(double grams)
    {
        var digits =
            Math.Abs(grams) < 10 ? 2
            : Math.Abs(grams) < 100 ? 1
            : 0;
        return $"{(grams >= 0 ? "+" : "−")}{FigureText.Number(Math.Abs(grams), digits)}{FigureText.ThinSpace}g";
    }

    private static string Say(State state, Move m) =>
        m.Kind switch
        {
            MoveKind.Received => "received",
            MoveKind.Made => m.BatchId is { } made ? $"made in {state.Batches.GetValueOrDefault(made)?.Code ?? made}" : "mixed here",
            MoveKind.Used => $"poured in {state.Batches.GetValueOrDefault(m.BatchId ?? "")?.Code ?? m.BatchId}",
            MoveKind.MadeInto => state.Entries.Find(m.EntryId)!.Body is BottleMade b ? $"into {b.Bottle.BottleId}" : "into another bottle",
            MoveKind.Discarded => state.Entries.Find(m.EntryId)!.Body is BottleDiscarded d ? $"thrown away: {d.Where}" : "thrown away",
            MoveKind.Weighed => "the same volume, by the density that was tested",
            _ => "counted",
        };
}
