using Spolium.Core.Journal;
using Spolium.Core.Records;
using Spolium.Core.Workshop;

namespace Spolium.Golden;

/// <summary>What a journal tells: balances and postings of its book, and the states of all that it speaks of. Lists without an order of
/// their own are sorted.</summary>
public static partial class BookAnswers
{
    public static IReadOnlyList<string> Of(Ledger ledger)
    {
        var text = new AnswerText();
        var state = ledger.State;
        foreach (
            var (key, micrograms) in ledger
                .Book.Balances.OrderBy(b => b.Key.Account, StringComparer.Ordinal)
                .ThenBy(b => b.Key.Element, StringComparer.Ordinal)
        )
            text.Add($"balance {key.Account} {key.Element}", micrograms);
        // What came in with a file is counted behind the entry that brought it.
        var ids = state
            .Entries.SelectMany(e => e.Body is BatchBroughtIn b ? b.File.Entries.Select(i => i.Id).Prepend(e.Id) : [e.Id])
            .ToList();
        var number = ids.Select((id, i) => (id, i)).ToDictionary(x => x.id, x => x.i);
        foreach (var p in ids.SelectMany(ledger.Book.PostingsOf))
            text.Add(
                $"posting {number.GetValueOrDefault(p.EntryId, -1)} {p.Account} {p.Element}",
                p.Micrograms,
                p.SigmaG,
                p.Basis,
                p.Readings
            );
        foreach (var (stream, version) in state.Entries.Versions.OrderBy(v => v.Key, StringComparer.Ordinal))
            text.Add("version " + stream, version);
        foreach (var (wrong, by) in state.Entries.Corrected.OrderBy(c => number.GetValueOrDefault(c.Key, -1)))
            text.Add($"taken back {number.GetValueOrDefault(wrong, -1)}", number.GetValueOrDefault(by, -1));
        States(text, state);
        foreach (var batch in state.Batches.Values.Where(b => b.ClosedAt is not null).OrderBy(b => b.Id, StringComparer.Ordinal))
            Summary(text, $"batch {batch.Id} summary", batch.Summary ?? Summaries.Of(ledger, batch));
        return text.Lines;
    }

    /// <summary>States alone: what an entry that was taken back must leave as if it had never been written.</summary>
    public static IReadOnlyList<string> Of(State state)
    {
        var text = new AnswerText();
        States(text, state);
        return text.Lines;
    }

    private static void States(AnswerText text, State state)
    {
        Shop(text, state);
        foreach (var lot in state.Lots.Values.OrderBy(l => l.Id, StringComparer.Ordinal))
            Lot(text, lot);
        foreach (var bottle in state.Shelf.Values.OrderBy(b => b.Id, StringComparer.Ordinal))
            Bottle(text, bottle);
        foreach (var pool in state.Pools.Values.OrderBy(p => p.Id, StringComparer.Ordinal))
            Pool(text, pool);
        foreach (var batch in state.Batches.Values.OrderBy(b => b.Id, StringComparer.Ordinal))
            Batch(text, batch);
    }

    private static void Shop(AnswerText text, State state)
    {
        foreach (var m in state.Materials.Values.OrderBy(m => m.Material.Id, StringComparer.Ordinal))
            text.Add(
                $"kind {m.Material.Id}",
                m.Material.Name,
                m.Material.Lines.Select(l => $"{l.Element} {l.Percent.Low:G12} {l.Percent.Likely:G12} {l.Percent.High:G12}"),
                m.CopyOf,
                m.EntryId
            );
        foreach (var p in state.Prices)
            text.Add($"prices {p.List.Id}", p.From, p.List.Title, p.List.Rows.Count, p.EntryId);
        foreach (var k in state.Kept.Values.OrderBy(k => k.Step.KeptId, StringComparer.Ordinal))
            text.Add(
                $"kept step {k.Step.KeptId}",
                k.Step.Title,
                k.Step.Method,
                k.Step.Options.OrderBy(o => o.Key, StringComparer.Ordinal).Select(o => $"{o.Key}={o.Value}"),
                k.Step.Bottles,
                k.At,
                k.By,
                k.EntryId
            );
        foreach (var p in state.Plans.Values.OrderBy(p => p.Plan.PlanId, StringComparer.Ordinal))
            text.Add(
                $"saved plan {p.Plan.PlanId}",
                p.Title,
                p.Plan.LotId,
                p.Plan.Amount,
                p.Plan.Methods,
                p.Plan.Prices,
                p.Plan.CopyOf,
                p.Plan.Figures,
                p.At,
                p.By,
                p.EntryId
            );
        foreach (var v in state.Vessels.Values.OrderBy(v => v.Id, StringComparer.Ordinal))
            text.Add($"vessel {v.Id}", v.Kind.Label, v.Tare, v.EntryId);
        foreach (var p in state.Practice)
            text.Add($"practice {p.BatchId}", p.Code, p.ClosedAt, p.LeftOut, p.Seen.Select(Seen));
    }

    private static string Seen(PracticeSeen s) =>
        FormattableString.Invariant($"{s.Prior} {s.StepId} {s.Value:G12} {s.Low:G12} {s.High:G12} {s.Says} {s.Together} {s.Since:O}");

    private static string Held(ElementEstimate e) =>
        FormattableString.Invariant($"{e.Element} {e.Grams:G12} {e.Sigma:G12} {e.Low:G12} {e.High:G12}");

    private static void Lot(AnswerText text, LotState lot)
    {
        var key = "lot " + lot.Id;
        text.Add(key, lot.Code, lot.Title, lot.Material, lot.Amount, lot.Left, lot.Thickness, lot.Pieces, lot.ReceivedAt, lot.EntryId);
        text.Add(key + " content", Said(lot.Content), lot.OwnContent);
        text.Add(key + " believed", lot.Believed.Select(Held));
        text.Add(
            key + " of and into",
            lot.PartOf,
            lot.Parts,
            lot.Batches,
            lot.PooledInto,
            lot.Sources.Select(s => $"{s.LotId} {s.Amount.Value:G12}"),
            lot.Removed.Select(r => $"{r.Name} {r.Amount.Text}")
        );
        text.Add(key + " waits", lot.WaitsFor, lot.Offer?.Crowns, lot.Offer?.By, lot.Photos.Select(p => p.PhotoId + " " + p.Caption));
        foreach (var b in lot.Beliefs)
            text.Add(key + " belief", b.How, b.Reason, b.Pieces, b.At, b.EntryId, Said(b.Content));
    }

    private static string Said(Content c) =>
        string.Join("; ", c.Lines.Select(l => $"{l.Element} {l.Low.Value:G12} {l.Likely.Value:G12} {l.High.Value:G12} {l.Of}"))
        + $" balance {c.Balance} {c.Liquor} {c.FreeAcid?.Text} {string.Join("+", c.Marks ?? [])} {c.Part?.Name}";

    private static void Bottle(AnswerText text, ShelfBottle b)
    {
        var key = "bottle " + b.Id;
        text.Add(
            key,
            b.Form,
            b.Name,
            b.Formula,
            b.Amount,
            b.ReceivedGrams,
            b.Grams,
            b.Price,
            b.Place,
            b.UseBy,
            b.Certificate,
            b.LookAlike,
            b.ReceivedAt,
            b.OpenedAt,
            b.DiscardedAt,
            b.Made,
            b.MadeIn,
            b.EntryId
        );
        foreach (var m in b.Moves)
            text.Add(key + " move", m.Kind, m.Grams, m.At, m.EntryId, m.BatchId);
        foreach (var t in b.Tests)
            text.Add(key + " test", t.Test.Fraction, t.Test.PlusMinus, t.Test.DensityGPerMl, t.Test.How, t.At, t.EntryId);
    }

    private static void Pool(AnswerText text, PoolState p)
    {
        var key = "pool " + p.Id;
        text.Add(key, p.Code, p.Kind, p.Title, p.OpenedAt, p.EntryId);
        foreach (var h in p.Holds)
            text.Add(key + " holds", h.BatchId, h.StepId, h.Output, h.At, h.EntryId, h.Holds.Select(Held));
        foreach (var w in p.WorkedUp)
            text.Add(
                key + " worked up",
                w.At,
                w.By,
                w.EntryId,
                w.Body.How,
                w.Body.Reason,
                w.From.Select(f => f.EntryId),
                w.Body.Shares.Select(Share)
            );
    }

    private static string Share(PoolShare s) =>
        FormattableString.Invariant($"{s.BatchId} {s.StepId}/{s.Output} {s.Element} {s.BookedG:G12} {s.Grams:G12} {s.Sigma:G12}");
}
