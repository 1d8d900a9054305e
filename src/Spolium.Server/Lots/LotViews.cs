using Spolium.Core.Chemistry;
using Spolium.Core.Materials;

namespace Spolium.Server.Lots;

/// <summary>A lot as it is shown.</summary>
internal static class LotViews
{
    internal static LotView View(Ledger ledger, LotState lot, ShownFigures book)
    {
        var state = ledger.State;
        var liquor =
            lot.Amount.Field == Field.Volume && (lot.Sources.Count == 0 || lot.Content.Liquor is null)
                ? BatchFeed.InLiquor(state, lot, lot.Amount).ToDictionary(m => m.Element, m => m.Grams)
                : null;
        // As it was named: what plans count as copper stands here as what it is, metal that nobody has named.
        var unnamed = lot.Content is { Balance: null, Holds: null } && lot.Sources.Count == 0;
        var charge = liquor is not null
            ? Charge.Empty
            : BatchFeed.FeedOf(state, lot, lot.Amount, content: unnamed ? lot.Content with { Balance = Content.NoMetal } : lot.Content);
        Core.Quantities.Working Grams(string element) => liquor is null ? charge.Element(element) : liquor[element];
        var lines = lot
            .Content.Lines.Select(l => new ContentView(
                l.Element,
                Elements.Of(l.Element).Name,
                l.Low.Text,
                l.Likely.Text,
                l.High.Text,
                Scale(l.Low),
                Scale(l.Likely),
                Scale(l.High),
                l.Of,
                false,
                book.Add("content/" + l.Element, Grams(l.Element))
            ))
            .ToList();
        if (lot.Sources.Count > 0)
            lines.AddRange((liquor?.Keys ?? charge.Booked).Order(StringComparer.Ordinal).Select(e => Pooled(lot, Grams(e), e, book)));
        if (lot.Content.Balance is { } balance && Elements.BySymbol.TryGetValue(balance, out var element))
            lines.Add(
                new(
                    balance,
                    element.Name,
                    "",
                    "the balance",
                    "",
                    0,
                    0,
                    0,
                    null,
                    true,
                    book.Add("content/" + balance, charge.Element(balance))
                )
            );
        // An old journal may name a part, a pool or a batch that is gone: what is there is shown.
        List<LotState> There(IEnumerable<string> ids) => [.. ids.Select(state.Lots.GetValueOrDefault).OfType<LotState>()];
        var batches = lot.Batches.Select(state.Batches.GetValueOrDefault).OfType<BatchState>().ToList();
        var parts = There(lot.Parts).Select(Ref).ToList();
        var missing =
            parts.Count > 0
                ? lot.Amount.Value
                    - parts.Sum(p => p.Value)
                    - lot.Removed.Sum(r => r.Amount.Value)
                    - There(lot.PooledInto).Sum(p => TakenBy(p.Sources, lot))
                    - batches.Sum(b => TakenBy(b.Feeds, lot))
                : 0;
        return new(
            lot.Id,
            lot.Code,
            lot.Title,
            lot.Material,
            lot.Amount.Text,
            lot.Amount.InWords,
            lot.Amount.Value,
            Text(lot.Left, lot.Amount.Field.ToString()),
            lot.Left,
            lot.Thickness?.Text,
            lot.Content.Liquor,
            lot.Content.FreeAcid?.Text,
            lot.Content.Marks ?? [],
            [.. LotAtWork.Questions(lot).Select(q => new QuestionView(q.Mark, q.Denied, q.Question))],
            lot.ReceivedAt,
            state.Version(Entry.LotStream(lot.Id)),
            lines,
            Core.Quantities.Working.IsNothing(charge.Unknown)
                ? null
                : book.Add("content/unknown", charge.Unknown, RestIs(lot.Content, unnamed)),
            parts,
            lot.PartOf,
            [.. batches.Select(b => new LotRef(b.Id, b.Code, b.Feeds[0].Amount.Text, TakenBy(b.Feeds, lot), b.Title))],
            missing,
            Text(Math.Abs(missing), lot.Amount.Field.ToString()),
            [.. lot.Removed.Select(r => new RemovedView(r.Name, r.Amount.Text, r.Amount.Value))],
            [
                .. lot.Sources.Select(f => new LotRef(
                    f.LotId,
                    state.Lots.GetValueOrDefault(f.LotId)?.Code ?? f.LotId,
                    f.Amount.Text,
                    f.Amount.Value,
                    state.Lots.GetValueOrDefault(f.LotId)?.Title ?? "gone"
                )),
            ],
            [
                .. There(lot.PooledInto)
                    .Select(p => new LotRef(
                        p.Id,
                        p.Code,
                        p.Sources.First(f => f.LotId == lot.Id).Amount.Text,
                        TakenBy(p.Sources, lot),
                        p.Title
                    )),
            ],
            ContentReading.AsTyped(lot.Content),
            !lot.Touched && lot.Sources.Count == 0,
            lot.Touched || lot.Sources.Count > 0,
            lot.Amount.Field == Field.Volume,
            lot.Pieces,
            SamplingNote(lot),
            lot.WaitsFor,
            lot.Offer?.Crowns?.Told,
            lot.Offer?.By,
            [.. lot.Photos.Select(p => new PhotoView(p.PhotoId, p.Caption))],
            [.. lot.Beliefs.Select(b => new BeliefView(b.How, b.Reason, b.Pieces, b.At))],
            lot.From is { } source ? TakingOver.Source(state, source.From, source.Id)?.Name ?? source.Id : null,
            Settlement.OwnerOf(state, lot) is { } o ? new(o.Owner, o.FeePerGram?.Told, o.Fee?.Told, o.Kept?.Text, o.LeavingsGoBack) : null
        );
    }

    private static string RestIs(Content content, bool unnamed) =>
        unnamed ? "metal of unknown kind"
        : content.Balance == Content.NoMetal ? "no metal"
        : "of unknown kind";

    private static LotRef Ref(LotState lot) => new(lot.Id, lot.Code, lot.Amount.Text, lot.Amount.Value, lot.Title);

    private static double TakenBy(IEnumerable<LotAmount> amounts, LotState lot) =>
        amounts.Where(f => f.LotId == lot.Id).Sum(f => f.Amount.Value);

    private static double TakenBy(IEnumerable<Feed> feeds, LotState lot) =>
        feeds.Where(f => f.From == FeedFrom.Lot && f.Id == lot.Id).Sum(f => f.Amount.Value);

    // A pool's share of a metal follows from what each lot brought.
    private static ContentView Pooled(LotState lot, Core.Quantities.Working grams, string element, ShownFigures book)
    {
        var solid = lot.Amount.Field == Field.Mass;
        double Share(double g) => solid ? 100 * g / lot.Amount.Value : 1000 * g / lot.Amount.Value;
        string Text(double g) =>
            $"{FigureText.Number(Share(g), FigureText.Decimals(Share(grams.Likely), Share(grams.Range.Width)))} {(solid ? "%" : "g/L")}";
        return new(
            element,
            Elements.Of(element).Name,
            Text(grams.Range.Low),
            Text(grams.Likely),
            Text(grams.Range.High),
            Share(grams.Range.Low),
            Share(grams.Likely),
            Share(grams.Range.High),
            ContentOf.Whole,
            false,
            book.Add("content/" + element, grams)
        );
    }

    private static string? SamplingNote(LotState lot) =>
        lot.Pieces is { } n && n < Sampling.Fair
            ? $"{n} piece{(n == 1 ? "" : "s")}: under {Sampling.Fair} a sample says little of the lot. An assay of {n} is off by about "
                + $"{FigureText.Number(100 * Sampling.Error(n), 0)} % of itself (a guess of Spolium’s of how far pieces differ)."
            : null;

    // Per cent of a solid, grams per litre of a liquor: for drawing only.
    private static double Scale(TypedNumber n) => n.Field == Field.Share ? n.Value * 100 : n.Value;

    internal static string Text(double amount, string field)
    {
        var (number, unit) =
            field != nameof(Field.Volume) ? (amount, "g")
            : amount >= 1000 ? (amount / 1000, "L")
            : (amount, "mL");
        var digits =
            Math.Abs(number - Math.Round(number)) < 0.005 ? 0
            : Math.Abs(number * 10 - Math.Round(number * 10)) < 0.05 ? 1
            : 2;
        return $"{FigureText.Number(number, digits)}{FigureText.ThinSpace}{unit}";
    }
}
