using Spolium.Core.Learning;
using Spolium.Data;
using static Spolium.Server.Books.BooksWords;

namespace Spolium.Server.Books;

/// <summary>What batches cost and left over, and what they poured.</summary>
internal static class BooksMoney
{
    internal static ReagentsView Reagents(Data.Books books, BooksFilter filter, ShownFigures book)
    {
        var (rows, sums, name) = (books.Reagents(), books.Recovery(), NameOf(filter.Metal));
        if (rows.Count == 0 || sums.Product.Sum <= 0)
            return new(filter.Metal, name, null, null, []);
        var product = OverBatches.Sum($"{name} in the products", sums.Product);
        return new(
            filter.Metal,
            name,
            book.Add("product", product),
            book.AddOrNone("kr-per-gram", OverBatches.PaidToAGram(rows.Select(r => r.Over), product, name)),
            [
                .. rows.Select(r => new BooksReagent(
                    r.Formula,
                    r.Over.Name,
                    book.Add("grams/" + r.Formula, r.Over.Poured),
                    book.Add("per-gram/" + r.Formula, r.Over.ToAGram(product, name)),
                    book.AddOrNone("over-plan/" + r.Formula, r.Over.OverPlan),
                    r.Over.Kr is null ? null : book.Add("kr/" + r.Formula, r.Over.Paid),
                    r.Over.Batches,
                    r.WithoutPrice
                )),
            ]
        );
    }

    internal static MoneyView Money(Data.Books books, BooksFilter filter, ShownFigures book)
    {
        var (sums, metal, name) = (books.Money(), books.Recovery(), NameOf(filter.Metal));
        if (sums.Batches == 0)
            return new(filter.Metal, name, 0, metal.Product.Batches, null, null, null, null, []);
        Working Kr(string label, double kr, double variance) =>
            OverBatches.Signed(label, Dimension.Money, kr, variance, OverBatches.Words(sums.Batches) + ", at the prices of their days");
        var left = Kr("left over", sums.LeftKr, sums.LeftVariance);
        return new(
            filter.Metal,
            name,
            sums.Batches,
            metal.Product.Batches - sums.Batches,
            book.Add("costs", Kr("costs", sums.CostsKr, 0)),
            book.Add("left", left),
            book.Add("margin", Kr("margin over selling it as it is", sums.MarginKr, sums.MarginVariance)),
            metal.Product.Sum <= 0
                ? null
                : book.Add(
                    "per-gram",
                    (
                        left
                        / OverBatches.Sum($"{name} in the products", metal.Product)
                        * Core.Quantities.Working.Exact(1, "1 g", Dimension.Mass)
                    ).Named($"left over to a gram of {name}")
                ),
            [
                .. books
                    .MoneyOf(BooksEndpoints.Most)
                    .Select(m => new BooksMoneyBatch(
                        m.Money.BatchId,
                        m.LeftOver.Code,
                        m.LeftOver.Title,
                        BooksEndpoints.At(m.LeftOver.ClosedTicks),
                        book.Add("costs/" + m.Money.BatchId, One("costs", m.Money.CostsKr, 0, m.LeftOver.Code)),
                        book.Add("left/" + m.Money.BatchId, One("left over", m.Money.LeftKr, m.Money.LeftSigma, m.LeftOver.Code)),
                        book.Add("margin/" + m.Money.BatchId, One("margin", m.Money.MarginKr, m.Money.MarginSigma, m.LeftOver.Code))
                    )),
            ]
        );

        static Working One(string what, double kr, double sigma, string code) =>
            OverBatches.Signed(
                $"{what} of {code}",
                Dimension.Money,
                kr,
                sigma * sigma,
                "the sheet of the batch when it closed; line by line under Lots"
            );
    }

    /// <summary>Batches behind a figure: "loss:filter", "reagent:HNO3", "place:filter".</summary>
    internal static Results<Ok<BehindView>, ProblemHttpResult> Behind([AsParameters] BooksQuery query, string of, JournalStore store)
    {
        if (of.Split(':', 2) is not [var kind, var what] || kind is not ("loss" or "reagent" or "place"))
            return Problems.Refused([new("of", $"'{of}' is no figure of the books", "use loss:filter, reagent:HNO3 or place:filter")]);
        return BooksEndpoints.With(query, store, (books, _) => kind switch
            {
                "loss" => new BehindView(
                    CauseWords(what),
                    [.. books.LossesOf(what, BooksEndpoints.Most).Select(p => BooksMetals.Part(p, $"{FigureText.Number(p.Value, 3)} g"))]
                ),
                "reagent" => new BehindView(
                    $"{what}, to a gram of product",
                    [.. books.ReagentOf(what, BooksEndpoints.Most).Select(p => BooksMetals.Part(p, $"{FigureText.Number(p.Value, 1)} g/g"))]
                ),
                _ => new BehindView(
                    PlaceWords(what),
                    [.. books.StandingAt(what, BooksEndpoints.Most).Select(h => BooksMetals.Standing(h.Account, h.BatchId, h.Grams, store))]
                ),
            });
    }
}
