using System.Globalization;
using Spolium.Core.Chemistry;
using Spolium.Core.Plans;
using Spolium.Core.Reconciling;

namespace Spolium.Server.Trail;

/// <summary>The reconciled book of a batch as it is shown.</summary>
internal static class Reconciled
{
    private const int MostProposals = 3;

    // Proposals that are less likely than this are not worth a line.
    private const double LeastShare = 0.002;

    // g; less than that is no loss that a balance shows.
    private const double LeastLost = 5e-4;

    public static IReadOnlyList<TrailFlow> Flows(Ledger ledger, BatchState batch, string element, ShownFigures figures)
    {
        // A metal that is neither believed to be in the feed nor came out of a bottle has no flows.
        if (!batch.Metals.Contains(element))
            return [];
        var book = ReconciledBatch.Of(ledger.State, batch);
        var draws = new Draws(batch.Id);
        return
        [
            .. book.Flows.Places.Select(p =>
            {
                var flow = book.Rest.Flow(p.Arc, element);
                var left = batch.Stands is null && book.LeftOut.Any(k => book.Flows.Graph.Readings[k].Arc == p.Arc);
                var how =
                    left ? "by the other readings; its own was left out"
                    : flow.AtZero ? "held at nothing: it would come out below"
                    : flow.Redundant ? "read, and checked by the others"
                    : book.Flows.Graph.Readings.Any(r => r.Arc == p.Arc && r.Of == element) ? "read; nothing checks it"
                    : flow.Observable ? "by the balance"
                    : "cannot be told";
                var grams = book.Grams(draws, p, element) is { } g ? figures.Add("flow/" + p.Arc, g, p.Name) : null;
                return new TrailFlow(p.Arc, p.Account, p.Name, p.From, p.To, p.Main, grams, how);
            }),
        ];
    }

    public static AgreementView Agreement(Ledger ledger, BatchState batch, string element)
    {
        var book = ReconciledBatch.Of(ledger.State, batch);
        var fit = book.Fit;
        var typed = fit.Readings.Count(r => r.Redundant);
        var (chi, limit) = (FigureText.Rough(fit.ChiSquare), FigureText.Rough(fit.Limit));
        var sentence =
            fit.DegreesOfFreedom == 0 ? "Nothing has been read twice yet: no reading can be checked."
            : fit.Passes
                ? $"The readings agree: they disagree by {chi}, up to {limit} is usual for {Balances(fit.DegreesOfFreedom)} that they "
                    + "can break."
            : $"The readings do not agree: they disagree by {chi}, and only up to {limit} is usual for {Balances(fit.DegreesOfFreedom)} "
                + "that they can break.";
        sentence += " " + Roughness.Says;
        return new(fit.Passes, fit.Limit, fit.Readings.Count, typed, sentence, Lost(batch, book, element), book.LossFirst);
    }

    // What was lost, if no reading is wrong.
    private static string? Lost(BatchState batch, ReconciledBatch book, string element)
    {
        if (book.Lost is not { } lost || lost.Fit.Flow(Leak.ArcId, element) is not { Grams: { } grams, Sigma: { } sigma })
            return null;
        // Nothing of this metal was lost there.
        if (grams + Draws.Z95 * sigma < LeastLost)
            return null;
        var verb = GoneMethod.Of(batch.Route.Steps.First(s => s.Id == lost.Node), batch.Step(lost.Node).Plan).Verb;
        var chi = FigureText.Rough(lost.Fit.ChiSquare);
        var (first, only) = (book.LossFirst, Beyond(book, lost.Node) < 2);
        return $"{(first ? "Likeliest of all: every reading is right, and" : "If every reading is right,")} {Plain(grams, sigma)} of "
            + $"{Elements.Of(element).Name} was lost at “{verb}”: "
            + $"{(lost.Fit.Passes ? $"then they disagree by {chi} only" : $"even then they disagree by {chi}")}."
            + (
                only
                    ? " One weighing lies beyond that step: a loss there, or that weighing is wrong. Weighing what comes next would tell."
                    : ""
            );
    }

    // Weighings of what a step made, and of all that was made of it.
    private static int Beyond(ReconciledBatch book, string node)
    {
        var (reached, count) = (new HashSet<string> { node }, 0);
        for (var grown = true; grown; )
        {
            grown = false;
            foreach (var place in book.Flows.Places.Where(p => p.From is not null && reached.Contains(p.From) && p.To is not null))
                grown |= reached.Add(place.To!);
        }
        foreach (var place in book.Flows.Places.Where(p => p.From is not null && reached.Contains(p.From)))
            count += book.Flows.Graph.Readings.Count(r => r.Arc == place.Arc && r.Of == FlowGraph.Mass);
        return count;
    }

    private static string Balances(int n) => n == 1 ? "the one balance" : $"{n} balances";

    public static IReadOnlyList<SuspectView> Suspects(Ledger ledger, BatchState batch, string element)
    {
        var book = ReconciledBatch.Of(ledger.State, batch);
        if (book.Proposals.Count > 0)
            return
            [
                .. book
                    .Proposals.Where((p, i) => i == 0 || p.Share >= LeastShare)
                    .Take(MostProposals)
                    .Select(p => Proposed(ledger, batch, element, book, p)),
            ];
        return
        [
            .. book.Eliminated.Select(e =>
            {
                var source = book.Flows.Sources[e.Reading];
                var reading = book.Flows.Graph.Readings[e.Reading];
                var told = book.Rest.Flows.FirstOrDefault(f => f.Arc == reading.Arc && f.Of == reading.Of);
                var fits = told is { Grams: { } g, Sigma: { } s } && reading.Measure == Measure.Grams ? Plain(g, s) : "";
                return new SuspectView(
                    source.Typed is null ? null : source.EntryId,
                    reading.Arc,
                    source.StepId,
                    source.Says,
                    source.Typed?.Text ?? FigureText.Number(reading.Value, 3),
                    "",
                    null,
                    "no usual slip explains it",
                    0,
                    fits,
                    null,
                    []
                );
            }),
        ];
    }

    private static SuspectView Proposed(Ledger ledger, BatchState batch, string element, ReconciledBatch book, SlipProposal p)
    {
        var source = book.Flows.Sources[p.Reading];
        var reading = book.Flows.Graph.Readings[p.Reading];
        var becomes = Written(source.Typed, p.Slip.Value, reading.Clues);
        var title = Title(p);
        if (p.Beside is { } other)
        {
            var (said, clues) = (book.Flows.Sources[other.Reading], book.Flows.Graph.Readings[other.Reading].Clues);
            var also = $"{said.Says} {said.Typed?.Text}: {Written(said.Typed, other.Slip.Value, clues)} would fit";
            title += $"; and beside it {also}, {Title(other)}. Neither does alone";
        }
        var decision = source.EntryId is { } id
            ? RightReading.Sketch(ledger, batch, id, QuantityParser.Read(becomes, source.Typed!.Field).Number!, p.Slip.Kind, null)
            : null;
        var effects = decision?.Body is ReadingPutRight body ? Effects(ledger, batch, element, body) : [];
        return new(
            decision is null || decision.Errors.Any(e => e.Field != "becomes") ? null : source.EntryId,
            reading.Arc,
            source.StepId,
            source.Says,
            source.Typed?.Text ?? "",
            becomes,
            p.Slip.Kind,
            title,
            p.Share,
            Plain(p.Fits, p.FitsSigma),
            decision is null ? "nobody typed it: write a note"
                : decision.Errors.Count > 0 ? $"{decision.Errors[0].Reason}: {decision.Errors[0].WayOut}"
                : null,
            effects
        );
    }

    private static string Title(SlipProposal p) =>
        SlipKind.All[p.Slip.Kind].Title + (p.Slip.Detail.Length > 0 ? $" ({p.Slip.Detail})" : "");

    private static IReadOnlyList<EffectView> Effects(Ledger ledger, BatchState batch, string element, ReadingPutRight body)
    {
        var then = PuttingRight.Preview(ledger, body);
        var (before, after) = (BatchBalance.Of(ledger, batch, element), BatchBalance.Of(then, then.State.Batches[batch.Id], element));
        var name = Elements.Of(element).Name;
        var effects = new List<EffectView>
        {
            new("disagreement of the readings", FigureText.Number(body.ChiSquare, 1), FigureText.Number(body.ChiSquareAfter, 1)),
            new($"{name} unaccounted", Say(before.Unaccounted), Say(after.Unaccounted)),
        };
        if (before.Product is { } a && after.Product is { } b)
            effects.Add(new($"{name} in the product", Say(a), Say(b)));
        if (before.Recovery is { } r && after.Recovery is { } s)
            effects.Add(new("recovery", Percent(r), Percent(s)));
        return effects;
    }

    private static string Say(Working w) => FigureText.WithRange(w);

    private static string Percent(Working share) => FigureText.WithRange((share * Working.Exact(100, "100 %")).Named("recovery")) + " %";

    private static string Plain(double grams, double sigma)
    {
        var digits = sigma <= 0 ? 3 : Math.Clamp(1 - (int)Math.Floor(Math.Log10(sigma)), 0, 4);
        return $"{FigureText.Number(grams, digits)} ± {FigureText.Number(sigma * Draws.Z95, digits)} g";
    }

    // In the unit that was typed, with the digits that the balance shows.
    private static string Written(TypedNumber? typed, double grams, SlipClues? clues)
    {
        var unit = typed is null ? null : Units.All.FirstOrDefault(u => u.Field == typed.Field && u.Symbol == typed.Unit);
        var number = unit?.FromCore(grams) ?? grams;
        var decimals = Math.Max(clues?.Decimals ?? 2, 2);
        return $"{Math.Round(number, decimals).ToString("0.######", CultureInfo.InvariantCulture)} {unit?.Symbol ?? "g"}";
    }

    /// <summary>Every flow of every metal, for a table program.</summary>
    public static string Csv(Ledger ledger, BatchState batch)
    {
        var book = ReconciledBatch.Of(ledger.State, batch);
        string N(double? x) => x is { } v ? v.ToString("G9", CultureInfo.InvariantCulture) : "";
        return new CsvTable(
            [
                "batch",
                "holding",
                "made in",
                "taken by",
                "metal",
                "reconciled g",
                "standard uncertainty g",
                "checked by others",
                "held at nothing",
            ],
            [],
            "flows"
        ).Write(
            book.Rest.Flows.Where(f => f.Of != FlowGraph.Mass)
                .Select(f =>
                    book.Flows.Places.First(p => p.Arc == f.Arc) is var p
                        ? new[]
                        {
                            batch.Code,
                            p.Name,
                            p.From ?? "",
                            p.To ?? "",
                            f.Of,
                            N(f.Grams),
                            N(f.Sigma),
                            f.Redundant ? "yes" : "no",
                            f.AtZero ? "yes" : "no",
                        }
                        : []
                )
        );
    }
}
