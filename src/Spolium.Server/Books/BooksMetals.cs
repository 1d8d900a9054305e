using Spolium.Core.Accounts;
using Spolium.Core.Learning;
using Spolium.Data;
using static Spolium.Server.Books.BooksWords;

namespace Spolium.Server.Books;

/// <summary>What came of the metals, what was lost, where it stands.</summary>
internal static class BooksMetals
{
    internal static RecoveryView Recovery(Data.Books books, BooksFilter filter, ShownFigures book)
    {
        var (choices, sums, name) = (books.Choices(), books.Recovery(), NameOf(filter.Metal));
        var view = new BooksChoicesView(
            [.. choices.Metals.Select(m => new BooksWord(m, NameOf(m)))],
            choices.Materials,
            [.. choices.Methods.Select(m => new BooksWord(m, MethodWords(m)))],
            choices.People,
            books.Foreign
        );
        if (sums.Product.Batches == 0)
            return new(view, filter.Metal, name, 0, null, null, null, null, null, []);
        var (product, feed) = (
            OverBatches.Sum($"{name} in the products", sums.Product),
            OverBatches.Sum("feed, never below what came out and stands in holdings", sums.FeedAtLeast)
        );
        return new(
            view,
            filter.Metal,
            name,
            sums.Product.Batches,
            book.Add("product", product),
            book.Add("feed", feed),
            book.Add("recovery", OverBatches.Recovery(name, product, feed)),
            book.Add(
                "unaccounted",
                OverBatches.Signed(
                    "unaccounted",
                    Dimension.Mass,
                    sums.Unaccounted.Sum,
                    sums.Unaccounted.Variance,
                    OverBatches.Words(sums.Unaccounted.Batches)
                )
            ),
            book.Add(
                "missing",
                OverBatches.Signed(
                    "missing beyond what readings and guess allow",
                    Dimension.Mass,
                    sums.Missing,
                    0,
                    OverBatches.Words(sums.Product.Batches)
                )
            ),
            [.. books.ByBatch(BooksEndpoints.Most).Select(b => Row(b, name, book))]
        );
    }

    private static BooksBatch Row(BatchMetalPart b, string name, ShownFigures book)
    {
        var m = b.Metal;
        var (product, feed) = (
            OverBatches.Mass($"{name} in the product of {b.Code}", m.ProductG, m.ProductSigma * m.ProductSigma, "weighed, by its fineness"),
            OverBatches.Mass(
                $"feed of {b.Code}",
                m.AtLeastG,
                m.AtLeastSigma * m.AtLeastSigma,
                "believed, never below what came out and stands in holdings"
            )
        );
        return new(
            b.BatchId,
            b.Code,
            b.Title,
            new(b.ClosedTicks, TimeSpan.Zero),
            book.Add("product/" + b.BatchId, product),
            book.Add("recovery/" + b.BatchId, OverBatches.Recovery(name, product, feed)),
            book.Add(
                "unaccounted/" + b.BatchId,
                OverBatches.Signed(
                    $"unaccounted in {b.Code}",
                    Dimension.Mass,
                    m.UnaccountedG,
                    m.UnaccountedSigma * m.UnaccountedSigma,
                    "feed less all that is known of"
                )
            ),
            b.AddsUp,
            b.Explained,
            b.Restated
        );
    }

    internal static LossesView Losses(Data.Books books, BooksFilter filter, ShownFigures book)
    {
        var (losses, sums, name) = (books.Losses(), books.Recovery(), NameOf(filter.Metal));
        // What came out in excess of the feed is no loss: it stands in the table, and draws no bar.
        var all = losses.Sum(l => Math.Max(0, l.Sum.Sum));
        if (losses.Count == 0 || all <= 0)
            return new(filter.Metal, name, null, null, []);
        var whole = Core
            .Quantities.Working.Sum(
                losses.Select(l => OverBatches.Metal(CauseWords(l.Key), l.Sum, OverBatches.Words(l.Sum.Batches))),
                Dimension.Mass
            )
            .Named($"{name} that did not come out");
        var running = 0.0;
        return new(
            filter.Metal,
            name,
            book.Add("all", whole),
            book.Add("of-feed", (whole / OverBatches.Sum("feed", sums.FeedAtLeast)).Percent("of what came in")),
            [
                .. losses.Select(l => new LossView(
                    l.Key,
                    CauseWords(l.Key),
                    book.Add("cause/" + l.Key, OverBatches.Metal(CauseWords(l.Key), l.Sum, OverBatches.Words(l.Sum.Batches))),
                    Math.Max(0, l.Sum.Sum) / all,
                    (running += Math.Max(0, l.Sum.Sum)) / all,
                    l.Sum.Batches
                )),
            ]
        );
    }

    internal static PlacesView Places(Data.Books books, BooksFilter filter, ShownFigures book) =>
        new(
            filter.Metal,
            NameOf(filter.Metal),
            [
                .. books
                    .Places()
                    .Select(p => new PlaceView(
                        p.Key,
                        PlaceWords(p.Key),
                        book.Add(
                            "place/" + p.Key,
                            OverBatches.Metal(PlaceWords(p.Key), p.Sum, $"the metal book, {p.Sum.Batches} holdings")
                        ),
                        p.Sum.Batches
                    )),
            ]
        );

    internal static BehindPart Part(BatchPart p, string figure) =>
        new($"/trail/{p.BatchId}", p.Code, p.Title, BooksEndpoints.At(p.ClosedTicks), figure, p.Value);

    internal static BehindPart Standing(string account, string? batchId, double grams, JournalStore store)
    {
        var (state, figure) = (store.Ledger.State, $"{FigureText.Number(grams, 3)} g");
        if (batchId is not null)
            return new(
                $"/trail/{batchId}",
                state.Batches[batchId].Code,
                AccountName.Of(account).Output.Replace('-', ' '),
                state.Batches[batchId].ClosedAt,
                figure,
                grams
            );
        return AccountName.Of(account) is { Kind: AccountKind.Lot, Id: var id } && state.Lots.TryGetValue(id, out var lot)
            ? new($"/lots/{id}", lot.Code, lot.Title, null, figure, grams)
            : new("/books", account, "", null, figure, grams);
    }
}
