using Spolium.Core.Accounts;
using Spolium.Core.Chemistry;

namespace Spolium.Server.Trail;

/// <summary>The trail of a batch as it is shown.</summary>
internal static class TrailViews
{
    internal static TrailView View(
        Ledger now,
        Ledger ledger,
        List<Entry> mine,
        long upTo,
        string batchId,
        string element,
        ShownFigures book
    )
    {
        var batch = ledger.State.Batches[batchId];
        var b = BatchBalance.Of(ledger, batch, element);
        var accounts = b
            .Holdings.Select(h => h.Account)
            .Append(Account.Unaccounted("batch/" + batchId))
            .Append(Account.Holding(batchId, Core.Records.Route.Feed))
            .Append(Account.Back(batchId))
            .Append(Account.Bottles)
            .ToHashSet();
        var names = b.Holdings.GroupBy(h => h.Account).ToDictionary(g => g.Key, g => g.First().Name);
        return new TrailView(
            batchId,
            batch.Code,
            element,
            Elements.Of(element).Name,
            [
                .. batch
                    .Metals.OrderBy(e => e == element ? 0 : 1)
                    .ThenByDescending(e => batch.Believed.Find(x => x.Element == e)?.Grams ?? 0),
            ],
            book.Add("feed", b.Feed),
            [
                .. b.Holdings.Select(h => new TrailHolding(
                    h.Account,
                    h.StepId,
                    h.Output,
                    h.Name,
                    h.Main,
                    h.Standing,
                    h is { Main: false, Standing: true }
                        && upTo == mine.Count
                        && batch.BroughtIn is null
                        && AccountName.Of(h.Account).Kind == AccountKind.Holding,
                    h.Basis,
                    book.Add($"held/{h.StepId}/{h.Output}", h.Grams),
                    SourceOf(batch, h, upTo == mine.Count)
                )),
            ],
            book.AddOrNone("product", b.Product),
            book.AddOrNone("back", b.Back),
            book.AddOrNone("lent", b.Lent),
            book.Add("unaccounted", b.Unaccounted),
            book.Add("guessed", b.Guessed),
            book.Add("missing", b.Missing),
            b.Recovery is null
                ? null
                : book.Add("recovery", (b.Recovery * Core.Quantities.Working.Exact(100, "100 %")).Named(b.Recovery.Label!)) with
                {
                    Unit = "%",
                },
            b.WhyWide,
            Sentence(b),
            [
                .. ledger
                    .State.Entries.Of(Entry.BatchStream(batchId))
                    .DistinctBy(e => e.Id)
                    .SelectMany(e => ledger.Book.PostingsOf(e.Id))
                    .Where(p =>
                        p.Element == element
                        && accounts.Contains(p.Account)
                        && (
                            AccountName.Of(p.Account).Kind != AccountKind.Pool
                            || ledger.State.Entries.Find(p.EntryId)!.Body is PutIntoPool put && put.BatchId == batchId
                        )
                    )
                    .Select(p =>
                        ledger.State.Entries.Find(p.EntryId)! is var e
                            ? new PostingView(
                                p.EntryId,
                                e.OccurredAt,
                                e.By,
                                names.GetValueOrDefault(p.Account) ?? Say(p.Account),
                                p.Element,
                                p.Grams,
                                p.SigmaG * Draws.Z95,
                                Say(p.Basis),
                                EntryWords.Say(e.Body)
                            )
                            : null!
                    ),
            ],
            mine.Count,
            upTo,
            Reconciled.Flows(ledger, batch, element, book),
            Reconciled.Agreement(ledger, batch, element),
            Reconciled.Suspects(ledger, batch, element),
            [
                .. batch.PutRight.Select(p => new PutRightView(
                    p.EntryId,
                    p.At,
                    p.By,
                    p.Body.Output,
                    p.Body.Was.Text,
                    p.Body.Becomes.Text,
                    p.Body.Reason,
                    p.Body.Kept
                )),
            ],
            [
                .. batch
                    .History.Select(h =>
                        (h, Figure: h.Recoveries.FirstOrDefault(f => f.Label.EndsWith(Elements.Of(element).Name, StringComparison.Ordinal)))
                    )
                    .Where(x => x.Figure is not null)
                    .Select(x => new RestatedView(
                        x.h.At,
                        x.h.Why,
                        $"{FigureText.Number(x.Figure!.Likely * 100, 1)} % ({FigureText.Number(x.Figure.Low * 100, 1)} to "
                            + $"{FigureText.Number(x.Figure.High * 100, 1)})"
                    )),
            ],
            batch.Stands is { } stands ? new(stands.At, stands.By, stands.Reason) : null,
            upTo == mine.Count ? [.. Settlement.Of(ledger, batch).Select(s => s.Terms.Owner).Distinct()] : [],
            now.State.Version(Entry.BatchStream(batchId))
        );
    }

    private static string Sentence(BatchBalance b)
    {
        var standing = b.AtLeast;
        return b.Product is { } product
            ? $"{FigureText.WithRange(product)} came out; the feed held at least {FigureText.ValueOnly(standing)}"
            : $"{FigureText.WithRange(b.Feed)} came in, by the content typed with the lot; nothing has come out yet";
    }

    private static string Say(string account) =>
        AccountName.Of(account) switch
        {
            { Kind: AccountKind.Unaccounted } => "unaccounted",
            { Kind: AccountKind.Holding } holding => holding.Output,
            { Kind: AccountKind.Back } => "back",
            var other => other.Id,
        };

    private static string Say(Basis basis) =>
        basis switch
        {
            Basis.EstimatedByMethod => "estimated by the method",
            Basis.Believed => "believed",
            Basis.Weighed => "weighed",
            Basis.Assayed => "assayed",
            Basis.Missing => "what readings show missing",
            _ => "taken back",
        };

    // A leaving that stands, or the product of a closed batch.
    private static string? SourceOf(BatchState batch, HoldingBalance h, bool now) =>
        now
        && batch.BroughtIn is null
        && h is { Standing: true, Output.Length: > 0 }
        && AccountName.Of(h.Account).Kind == AccountKind.Holding
        && h.Grams.Likely > 0
        && (!h.Main || batch.ClosedAt is not null)
            ? $"{batch.Id}/{h.StepId}/{h.Output}"
            : null;
}
