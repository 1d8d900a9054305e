using Spolium.Core.Learning;
using Spolium.Core.Reference;

namespace Spolium.Server.Books;

/// <summary>What closed batches teach of practice, and which of them count.</summary>
public static class PracticeEndpoints
{
    public static void MapPractice(this IEndpointRouteBuilder app)
    {
        var practice = app.MapGroup("/api/books/practice").WithTags("books");
        practice.MapGet("", (Writing writing) => TypedResults.Ok(View(writing.Ledger.State, new ShownFigures())));
        practice.MapGet("/working", Working);
        practice.MapPost("/{batchId}", LeaveOut);
    }

    private static PracticeView View(State state, ShownFigures book)
    {
        var (byBook, own) = (new Draws("books"), Observing.DrawsNow(state, "books"));
        return new(
            Constants.Get("practice-weight").Likely,
            [
                .. LearnedPractice
                    .All(state.Practice)
                    .Select(f => new PracticeFigureView(
                        f.Prior.Id,
                        f.Prior.Label,
                        string.Join(
                            "; ",
                            LearnedPractice.Lessons.First(l => l.Lesson.Prior == f.Prior.Id).Methods.Select(BooksWords.MethodWords)
                        ),
                        book.Add("book/" + f.Prior.Id, byBook.Prior(f.Prior.Id)),
                        f.Own is null ? null : book.Add("own/" + f.Prior.Id, own.Prior(f.Prior.Id)),
                        f.Prior.Source,
                        f.Prior.Invented,
                        f.Shown.Count(s => s.Batch.LeftOut is null),
                        [.. OfKinds(state, f, book)],
                        [.. f.Shown.Reverse().Select(s => Sight(state, f.Prior, s.Batch, s.Seen))]
                    )),
            ]
        );
    }

    // Kinds of scrap whose batches speak for the figure alone.
    private static IEnumerable<PracticeOfKind> OfKinds(State state, PracticeFigure figure, ShownFigures book) =>
        figure
            .Shown.Select(s => s.Batch.Kind)
            .OfType<string>()
            .Distinct()
            .Order(StringComparer.Ordinal)
            .Select(kind => (Kind: kind, Own: LearnedPractice.All(state.Practice, kind).First(f => f.Prior.Id == figure.Prior.Id)))
            .Where(x => x.Own.OfKind is not null)
            .Select(x => new PracticeOfKind(
                x.Kind,
                x.Own.Shown.Count(s => s.Batch.LeftOut is null),
                book.Add(
                    $"kind/{figure.Prior.Id}/{x.Kind}",
                    new Draws("books", practice: LearnedPractice.Now(state, x.Kind)).Prior(figure.Prior.Id)
                )
            ));

    private static PracticeSight Sight(State state, Prior prior, BatchPractice batch, PracticeSeen seen)
    {
        var shown = FigureText.WithRange(OverBatches.Showed(prior, seen));
        return new(
            batch.BatchId,
            batch.Code,
            batch.ClosedAt,
            seen.Value,
            seen.Low,
            seen.High,
            shown,
            seen.Says,
            batch.LeftOut,
            state.Version(Entry.BatchStream(batch.BatchId))
        );
    }

    private static Results<Ok<Figure>, ProblemHttpResult> Working(string key, Writing writing)
    {
        var book = new ShownFigures();
        View(writing.Ledger.State, book);
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    private static Task<Results<Ok<PracticeView>, ProblemHttpResult>> LeaveOut(string batchId, LeaveOutRequest request, Writing writing) =>
        writing.Write(
            request.Head,
            new { batchId, request },
            [Entry.BatchStream(batchId)],
            new RequestReader(),
            l => LeavingOut.Decide(l.State, batchId, request.Reason, request.Counts),
            s => View(s.State, new ShownFigures())
        );
}
