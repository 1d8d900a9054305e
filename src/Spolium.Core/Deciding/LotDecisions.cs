using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Reconciling;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>What can be done with lots: receive, sort into parts, pool, believe anew, set aside, note an offer or a picture.</summary>
public static class LotDecisions
{
    /// <summary>Largest lot that a small shop receives, g or mL: more is a slip of the pen.</summary>
    private const double LargestLot = 1e6;

    /// <summary>Weighed parts may differ from the lot by this share before a reason is asked.</summary>
    private const double PartsMayDiffer = 0.02;

    public static Decision Receive(
        State state,
        string lotId,
        string code,
        string title,
        string material,
        TypedNumber amount,
        Content content,
        TypedNumber? thickness,
        int? pieces = null
    )
    {
        var errors = new List<FieldError>();
        if (string.IsNullOrWhiteSpace(code))
            errors.Add(new("code", "the lot has no code", "write one such as HL-3"));
        else if (Taken(state, code))
            errors.Add(new("code", $"{code} is taken", "choose another code"));
        if (string.IsNullOrWhiteSpace(title))
            errors.Add(new("title", "the lot has no description", "say what it is, in a few words"));
        if (amount.Value <= 0)
            errors.Add(new("amount", "nothing was received", "write a mass above 0 g"));
        else if (amount.Value > LargestLot)
            errors.Add(
                LikeliestSlip.Told(
                    new(
                        "amount",
                        $"{QuantityParser.InWords(amount)} is more than this shop can hold",
                        "check the unit and the decimal point; at most 1 000 kg"
                    ),
                    amount,
                    v => v <= LargestLot
                )
            );
        errors.AddRange(CheckContent(amount, content));
        amount = Decisions.WithInstrument(amount);
        content = content.OfKind(material.Trim());
        return errors.Count > 0
            ? Decision.Refuse(errors)
            : Decision.Write(
                new LotReceived(
                    lotId,
                    code.Trim(),
                    title.Trim(),
                    material.Trim(),
                    amount,
                    content,
                    thickness,
                    Believed(lotId, amount, content),
                    pieces
                )
            );
    }

    /// <summary>Receives many at once, as one entry for each would be: all of them or none. Errors are told by row.</summary>
    public static Decision ReceiveMany(State state, IReadOnlyList<LotReceived> lots, Func<int, string> row)
    {
        var errors = new List<FieldError>();
        var believed = new List<LotReceived>();
        for (var i = 0; i < lots.Count; i++)
        {
            var l = lots[i];
            var one = Receive(state, l.LotId, l.Code, l.Title, l.Material, l.Amount, l.Content, l.Thickness, l.Pieces);
            errors.AddRange(one.Errors.Select(e => e with { Field = row(i) + e.Field }));
            if (lots.Take(i).Any(o => string.Equals(o.Code, l.Code, StringComparison.OrdinalIgnoreCase)))
                errors.Add(new(row(i) + "code", $"{l.Code} stands twice in the file", "give each lot a code of its own"));
            if (one.Body is LotReceived body)
                believed.Add(body);
        }
        if (lots.Count == 0 && errors.Count == 0)
            errors.Add(new("csv", "the file brings no lot", "write one row for each under the heads"));
        return errors.Count > 0 ? Decision.Refuse(errors) : Decision.Write(new LotsReceived(believed));
    }

    internal static bool Taken(State state, string code) => Claims.HasLot(state, code);

    private static IEnumerable<FieldError> CheckContent(TypedNumber amount, Content content)
    {
        if (amount.Field == Field.Mass && content.Lines.Any(l => l.Likely.Field != Field.Share))
            yield return new("content", "a weighed lot has shares, not grams per litre", "write per cent or g/t");
        foreach (var e in content.Check())
            yield return e;
        if (
            amount.Field == Field.Volume
            && (content.Balance is not null || content.Part is not null || content.Lines.Any(l => l.Of != ContentOf.Whole))
        )
            yield return new(
                "balance",
                "a liquor has no balance and no rest: each metal has its grams per litre",
                "leave the balance empty, and let every line be of the lot"
            );
    }

    private static IReadOnlyList<ElementEstimate> Believed(string owner, TypedNumber amount, Content content)
    {
        var draws = new Draws(owner);
        return amount.Field == Field.Mass
            ? BatchFeed.Believed(
                content.ToCharge(
                    Working.Given(draws.Reading("received", amount.Value, amount.Sigma), Dimension.Mass, "lot", $"weighed: {amount.Text}"),
                    draws
                )
            )
            : [.. BatchFeed.InLiquor(content, amount, draws).Select(m => ElementEstimate.Of(m.Element, m.Grams))];
    }

    /// <summary>Sorts a lot into parts. A part may hold another content than the lot; plastic and the like are taken out.</summary>
    public static Decision Split(
        State state,
        string lotId,
        IReadOnlyList<LotPart> parts,
        string? reason,
        IReadOnlyList<RemovedPart>? removed = null
    )
    {
        if (!state.Lots.TryGetValue(lotId, out var lot))
            return Decision.Refuse("lotId", "there is no such lot", "choose one of the list");
        removed ??= [];
        var errors = new List<FieldError>();
        if (lot.Left <= 0)
            errors.Add(new("lotId", $"nothing is left of {lot.Code}", "split what is left of another lot"));
        if (parts.Count == 0 || parts.Count + removed.Count < 2)
            errors.Add(new("parts", "a split needs two parts or more", "weigh each part, and what was taken out"));
        for (var i = 0; i < parts.Count; i++)
        {
            if (parts[i].Amount.Value <= 0)
                errors.Add(new($"parts[{i}].amount", "an empty part", "write a mass above 0 g"));
            if (string.IsNullOrWhiteSpace(parts[i].Code) || Taken(state, parts[i].Code) || parts.Take(i).Any(p => p.Code == parts[i].Code))
                errors.Add(new($"parts[{i}].code", "the code is empty or taken", "give each part a code of its own"));
            if (parts[i].Content is { } content)
                errors.AddRange(CheckContent(parts[i].Amount, content).Select(e => e with { Field = $"parts[{i}].{e.Field}" }));
        }
        for (var i = 0; i < removed.Count; i++)
            if (removed[i].Amount.Value <= 0 || string.IsNullOrWhiteSpace(removed[i].Name))
                errors.Add(
                    new($"removed[{i}].amount", "nothing was taken out", "write what it is and a mass above 0 g, or leave the line out")
                );
        var sum = parts.Sum(p => p.Amount.Value) + removed.Sum(r => r.Amount.Value);
        if (errors.Count == 0 && Math.Abs(sum - lot.Left) > PartsMayDiffer * lot.Left && string.IsNullOrWhiteSpace(reason))
        {
            errors.Add(
                new(
                    "parts",
                    $"the parts weigh {FigureText.Number(sum, 2)} g, the lot {FigureText.Number(lot.Left, 2)} g",
                    "weigh again; if it is so, say why"
                )
            );
            errors.AddRange(
                parts
                    .Select((p, i) => ($"parts[{i}].amount", p.Amount))
                    .Concat(removed.Select((r, i) => ($"removed[{i}].amount", r.Amount)))
                    .Select(x => WouldAdd(state, x.Item1, x.Amount, lot.Left, sum))
                    .OfType<FieldError>()
            );
        }
        return errors.Count > 0
            ? Decision.Refuse(errors)
            : Decision.Write(
                new LotSplit(
                    lotId,
                    [
                        .. parts
                            .Select(p => p with { Amount = Decisions.WithInstrument(p.Amount) })
                            .Select(p => p.Content is { } own ? p with { Believed = Believed(p.LotId, p.Amount, own) } : p),
                    ],
                    Decisions.Kept(reason),
                    removed.Count > 0 ? removed : null
                )
            );
    }

    // One weighing of a split that would let the parts sum to the lot, had nobody slipped.
    private static FieldError? WouldAdd(State state, string field, TypedNumber amount, double whole, double sum)
    {
        var expected = whole - (sum - amount.Value);
        var told = LikeliestSlip.Told(
            new(field, "the parts would sum to the lot", "look at the balance again"),
            amount,
            v => Math.Abs(v - expected) <= PartsMayDiffer * whole,
            expected,
            PartsMayDiffer * whole,
            CannotBe.Near(state, amount)
        );
        return told.Becomes is null ? null : told;
    }

    /// <summary>Writes another belief of what a lot holds. An assay of few pieces is widened by how far pieces differ.</summary>
    public static Decision Believe(State state, string lotId, Content content, string how, string reason, int? pieces)
    {
        if (!state.Lots.TryGetValue(lotId, out var lot))
            return Decision.Refuse("lotId", "there is no such lot", "choose one of the list");
        var errors = new List<FieldError>(CheckContent(lot.Amount, content));
        if (lot.Touched)
            errors.Add(
                new(
                    "lotId",
                    $"some of {lot.Code} is in parts, pools or batches already",
                    "write it for a part that nobody has touched: split what is left first"
                )
            );
        if (lot.Sources.Count > 0)
            errors.Add(new("lotId", $"{lot.Code} is a pool: it holds what its lots hold", "write it for the lots before they are pooled"));
        if (how is not (LotContentChanged.Assay or LotContentChanged.Guess))
            errors.Add(new("how", $"'{how}' is no way to know", "assay or guess"));
        if (string.IsNullOrWhiteSpace(reason))
            errors.Add(
                new(
                    "reason",
                    "nobody said where it comes from",
                    how == LotContentChanged.Assay ? "who made it, of what" : "why it is believed"
                )
            );
        if (pieces is <= 0)
            errors.Add(new("pieces", "an assay of no pieces", "how many were taken, or leave it empty"));
        if (errors.Count > 0)
            return Decision.Refuse(errors);
        content = content.OfKind(lot.Material);
        var wide = how == LotContentChanged.Assay && pieces is { } n ? Sampling.Widen(content, lot.Content, n) : content;
        return Decision.Write(
            new LotContentChanged(
                lotId,
                wide,
                how,
                reason.Trim(),
                pieces,
                Believed(BatchFeed.RootOf(state, lot with { OwnContent = true }), lot.Amount, wide)
            )
        );
    }

    public static Decision SetAside(State state, string lotId, string? waitsFor) =>
        !state.Lots.TryGetValue(lotId, out var lot) ? Decision.Refuse("lotId", "there is no such lot", "choose one of the list")
        : lot.Left <= 0 ? Decision.Refuse("lotId", $"nothing is left of {lot.Code}", "set aside what is there")
        : Decision.Write(new LotSetAside(lotId, Decisions.Kept(waitsFor)));

    public static Decision Offer(State state, string lotId, TypedNumber? crowns, string? by) =>
        !state.Lots.ContainsKey(lotId)
            ? Decision.Refuse("lotId", "there is no such lot", "choose one of the list")
            : Decision.Write(new LotOffered(lotId, crowns, (by ?? "").Trim()));

    /// <summary>Whose a lot is, and on which terms it is worked.</summary>
    public static Decision ForOthers(
        State state,
        string lotId,
        string? owner,
        TypedNumber? feePerGram,
        TypedNumber? fee,
        TypedNumber? kept,
        bool leavingsGoBack
    )
    {
        if (!state.Lots.TryGetValue(lotId, out var lot))
            return Decision.Refuse("lotId", "there is no such lot", "choose one of the list");
        if (lot.From is not null)
            return Decision.Refuse("owner", "it was made of what the shop had", "write whose it is with the lot that it comes from");
        var name = (owner ?? "").Trim();
        if (name.Length == 0)
            return lot.For is null
                ? Decision.Refuse("owner", "nobody is named", "write whose it is")
                : Decision.Write(new LotForOthers(lotId, "", null, null, null, false));
        if (kept is { Value: < 0 or > 1 })
            return Decision.Refuse("kept", "a share lies between 0 and 100 %", "write what the shop keeps, such as 10 %");
        return feePerGram is { Value: < 0 } || fee is { Value: < 0 }
            ? Decision.Refuse("fee", "a fee is not below nothing", "leave it empty where none is asked")
            : Decision.Write(new LotForOthers(lotId, name, feePerGram, fee, kept, leavingsGoBack));
    }

    public static Decision Photograph(State state, string lotId, string photoId, string caption) =>
        !state.Lots.TryGetValue(lotId, out var lot) ? Decision.Refuse("lotId", "there is no such lot", "choose one of the list")
        : lot.Photos.Any(p => p.PhotoId == photoId) ? Decision.Refuse("file", "this picture is there already", "choose another")
        : Decision.Write(new LotPhotographed(lotId, photoId, caption.Trim()));
}
