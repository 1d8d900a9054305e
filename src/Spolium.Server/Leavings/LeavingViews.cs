using Spolium.Core.Accounts;
using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Reagents;
using Spolium.Core.Safety;
using Spolium.Data;
using Spolium.Server.Books;

namespace Spolium.Server.Leavings;

/// <summary>Leavings as they are shown.</summary>
internal static class LeavingViews
{
    internal const int Page = 40;

    // What a refiner doses leavings with, in the order in which it is offered.
    private static readonly string[] Doses =
    [
        "NaHCO3",
        "Na2CO3",
        "NaOH",
        "Ca(OH)2",
        "NaCl",
        "HCl",
        "H2SO4",
        "H2C2O4·2H2O",
        "NH3",
        "Na2SO3",
        "H2O",
    ];

    private static readonly string[] Places = ["liquor", "wash", "filter", "residue", "melt"];

    internal static LeavingsView List(JournalStore store, int skip)
    {
        var state = store.Ledger.State;
        var rows = store.Lists.Leavings(Places, Page + 1, skip).GroupBy(r => r.Account).ToList();
        var holdings = rows.Take(Page).Select(g => Row(state, AccountName.Of(g.Key), [.. g])).OfType<LeavingRow>();
        return new(skip > 0 ? [.. holdings] : [.. Pools(store.Ledger), .. Liquors(store), .. holdings], rows.Count > Page);
    }

    private static LeavingRow? Row(State state, AccountName account, IReadOnlyList<Data.Tables.HoldingRow> rows)
    {
        if (
            state.Batches.Find(account.Id) is not { } batch
            || account.Holding.Split('/') is not [var stepId, var output]
            || batch.Step(stepId).Outputs.FirstOrDefault(o => o.Output == output) is not { Main: false } holding
        )
            return null;
        return new(
            FeedFrom.Holding,
            $"{account.Id}/{account.Holding}",
            batch.Code,
            holding.Name,
            HoldingKind.IsLiquor(output),
            batch.Step(stepId).Weighed.GetValueOrDefault(output)?.Text ?? "",
            batch.Step(stepId).ClosedAt,
            [.. rows.Select(r => Metal(r.Element, r.Micrograms / 1e6, r.Sigma))],
            1
        );
    }

    private static LeavingMetal Metal(string element, double grams, double sigma) =>
        new(element, BooksWords.NameOf(element), FigureText.ValueOnly(Core.Learning.OverBatches.Mass(element, grams, sigma * sigma, "")));

    private static IEnumerable<LeavingRow> Pools(Ledger ledger) =>
        ledger
            .State.Pools.Values.Where(p => p.Holds.Count > 0)
            .OrderBy(p => p.Code, StringComparer.Ordinal)
            .Select(p => new LeavingRow(
                FeedFrom.Pool,
                p.Id,
                p.Code,
                $"{p.Title}",
                p.Kind != PoolOpened.Kinds[0],
                "",
                p.Holds.Min(h => h.At),
                [
                    .. p
                        .Holds.SelectMany(h => h.Holds)
                        .GroupBy(h => h.Element)
                        .OrderByDescending(g => g.Sum(h => h.Grams))
                        .Select(g => Metal(g.Key, g.Sum(h => h.Grams), Math.Sqrt(g.Sum(h => h.Sigma * h.Sigma)))),
                ],
                p.Holds.Count
            ));

    private static IEnumerable<LeavingRow> Liquors(JournalStore store) =>
        store
            .Lists.Lots()
            .Where(l => l.Left > 0 && (l.Field == nameof(Field.Volume) || l.Material == LotState.FromTheHouse))
            .Select(l =>
                (
                    Row: l,
                    Metals: (IReadOnlyList<LeavingMetal>)
                        [
                            .. store
                                .Ledger.Book.ElementsOn(Account.Lot(l.Id))
                                .Select(e => Metal(e, store.Ledger.Book.Grams(Account.Lot(l.Id), e), 0)),
                        ]
                )
            )
            .Select(x => new LeavingRow(
                FeedFrom.Lot,
                x.Row.Id,
                x.Row.Code,
                x.Row.Title,
                x.Row.Field == nameof(Field.Volume),
                Lots.LotViews.Text(x.Row.Left, x.Row.Field),
                new DateTimeOffset(x.Row.ReceivedTicks, TimeSpan.Zero),
                x.Metals,
                1
            ));

    internal static LeavingView View(State state, Leaving leaving, ShownFigures book, DateTimeOffset now, IEnumerable<string> liquors)
    {
        var charge = leaving.Charge;
        var metals = charge
            ?.Booked.Select(e => (Element: e, Grams: charge.Element(e)))
            .Where(m => m.Grams.Range.High > 0)
            .OrderByDescending(m => m.Grams.Likely)
            .ToList()
            ?? [];
        var acid = charge is null ? null : FreeAcid(charge);
        var solids = charge?.AllSolids();
        var dosed = leaving is { Wet: true } && charge is not null && charge.Of(Species.Water).Likely > 0;
        return new(
            leaving.From,
            leaving.Id,
            leaving.Code,
            leaving.Title,
            leaving.Wet,
            charge is not null,
            leaving.Since,
            leaving.BatchId,
            leaving.Millilitres is { } ml ? book.Add("volume", ml) : null,
            Content(state, leaving, metals, book),
            acid is null ? null : book.Add("acid", acid),
            solids is null || solids.Range.High <= 0 || !leaving.Wet ? null : book.Add("solids", solids.Named("solids that lie in it")),
            charge is null ? [] : [.. PoolGate.Shut(charge).Select(g => $"{g.Reason}: {g.WayOut}")],
            MarksOf(charge),
            dosed ? [.. Doses.Select(f => With(state, f, now)).OfType<DosedWith>()] : [],
            dosed ? [.. new DosedLiquor(charge!, "H2O", 1, CarbonDioxide.Stirred).NotInTheEngine.Select(n => $"{n.Formula}: {n.Why}")] : [],
            [.. CameIn(state, leaving)],
            Money(state, leaving, metals, book),
            Joining.Of(state, leaving, liquors),
            charge is null ? [] : [.. Ways(leaving, charge).OrderBy(w => w.Refused.Length > 0)]
        );
    }

    /// <summary>What it may hold beside its amounts, in words.</summary>
    internal static IReadOnlyList<string> MarksOf(Charge? charge) =>
        charge is null
            ? []
            : [.. charge.Marks.Select(m => Suspicion.All.FirstOrDefault(s => s.Mark == m)?.Label ?? m).Order(StringComparer.Ordinal)];

    // As its usual bottles and choices would have it: what it takes is asked here, how much is reckoned where it is planned.
    private static IEnumerable<LeavingWay> Ways(Leaving leaving, Charge charge)
    {
        var draws = new Draws(leaving.Id, likelyOnly: true);
        foreach (var method in MethodCatalogue.All.Where(m => m.Card.OfLeavings && (m.Stage == Stage.MakeReady) != leaving.Wet))
        {
            var plan = method.Plan(charge, new StepOptions(method, new Dictionary<string, string>()), Shop.Usual, Facts.None, draws);
            yield return plan.Refusals is [var first, ..]
                ? new(method.Id, method.Title, first.Reason, first.WayOut)
                : new(method.Id, method.Title, "", "");
        }
    }

    // Newest first.
    private static IEnumerable<CameIn> CameIn(State state, Leaving leaving) =>
        leaving.From == FeedFrom.Pool
            ? state
                .Pools[leaving.Id]
                .Holds.OrderByDescending(h => h.At)
                .Select(h =>
                {
                    var batch = state.Batches.Find(h.BatchId);
                    var made = batch?.Step(h.StepId).Outputs.FirstOrDefault(o => o.Output == h.Output)?.Name ?? h.Output;
                    var weighed = batch?.Step(h.StepId).Weighed.GetValueOrDefault(h.Output)?.Text;
                    return new CameIn(h.At, $"{made} of {batch?.Code ?? h.BatchId}", weighed ?? "", batch is null ? null : h.BatchId);
                })
        : leaving.From == FeedFrom.Lot && state.Lots.Find(leaving.Id) is { } lot
            ? lot
                .Sources.Select(s => new CameIn(
                    state.Lots.Find(s.LotId)?.ReceivedAt,
                    state.Lots.Find(s.LotId) is { } source ? $"{source.Code}, {source.Title}" : s.LotId,
                    s.Amount.InWords,
                    null
                ))
                .Concat(
                    lot.From is { From: FeedFrom.Holding } from && from.Id.Split('/')[0] is var id && state.Batches.Find(id) is { } batch
                        ? [new CameIn(lot.ReceivedAt, $"taken over from {batch.Code}", lot.Amount.InWords, id)]
                        : []
                )
        : [];

    private static LeavingMoneyView? Money(
        State state,
        Leaving leaving,
        IReadOnlyList<(string Element, Working Grams)> metals,
        ShownFigures book
    )
    {
        var grams = leaving.From == FeedFrom.Pool ? [.. PoolViews.Held(state.Pools[leaving.Id])] : metals;
        return LeavingMoney.Of(state, leaving, grams) is { } money
            ? new(
                [.. money.Metals.Select(l => book.Add("money/" + l.Id, l.Kr))],
                money.HandOver is { } fee ? book.Add("money/hand-over", fee.Kr) : null,
                [.. money.NotPriced.Select(BooksWords.NameOf)]
            )
            : null;
    }

    /// <summary>Liquors that stand in the house as lots.</summary>
    internal static IEnumerable<string> LiquorLots(Lists lists) =>
        lists.Lots().Where(l => l.Left > 0 && l.Field == nameof(Field.Volume)).Select(l => l.Id);

    // Of a pool what the book has in it: nobody keeps what holds its metals.
    private static List<LeavingContent> Content(
        State state,
        Leaving leaving,
        IEnumerable<(string Element, Working Grams)> metals,
        ShownFigures book
    ) =>
        leaving.From == FeedFrom.Pool
            ? [.. PoolViews.Metals(state.Pools[leaving.Id], book).Select(m => new LeavingContent(m.Element, m.Name, m.Grams))]
            :
            [
                .. metals.Select(m => new LeavingContent(
                    m.Element,
                    BooksWords.NameOf(m.Element),
                    book.Add("holds/" + m.Element, m.Grams.Named($"{BooksWords.NameOf(m.Element)} in it"))
                )),
            ];

    // As the acid of the liquor's own kind; moles of hydrogen ions that are there.
    internal static Working? FreeAcid(Charge charge)
    {
        var protons = charge.Of(Species.Proton);
        if (protons.Range.High <= 0)
            return null;
        var nitrate = charge.Of(Species.Nitrate).Likely;
        var (formula, name) =
            charge.Of(Species.Chloride).Likely > nitrate ? ("HCl", "hydrochloric acid")
            : nitrate > 0 ? ("HNO3", "nitric acid")
            : ("H2SO4", "sulphuric acid");
        var moles = formula == "H2SO4" ? protons / 2 : protons;
        return Molar.Grams(moles, formula).Named($"free acid, as {name}");
    }

    internal static DosedWith? With(State state, string formula, DateTimeOffset now)
    {
        if (formula == Species.Water.Formula)
            return new(formula, "water", 100, "");
        if (Reagent.All.FirstOrDefault(r => r.Formula == formula) is not { } reagent)
            return null;
        return ShelfAtWork.FirstOut(state, formula) is [var first, ..]
            ? new(formula, reagent.Form.Name, 100 * ShelfAtWork.Strength(first, now).Likely, first.Id)
            : new(formula, reagent.Form.Name, reagent.Usual?.Percent ?? reagent.Form.Percent.Likely, "");
    }
}
