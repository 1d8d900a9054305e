using System.Text.Json;
using Spolium.Data;

namespace Spolium.Server.Shared;

/// <summary>What every writing request says of itself.</summary>
/// <param name="EntryId">Made by the client; the same id with the same request does nothing twice.</param>
/// <param name="By">Initials.</param>
/// <param name="OccurredAt">When it happened; now, when left out. May be earlier, never later.</param>
/// <param name="TimeIsRight">The time is so although it was asked back: before the shop wrote anything.</param>
/// <param name="ExpectedVersion">Version of the stream as last seen; left out, the entry is written whatever came in between.</param>
public sealed record Head(
    string EntryId,
    string By,
    DateTimeOffset? OccurredAt = null,
    long? ExpectedVersion = null,
    bool TimeIsRight = false
);

/// <summary>When something happens, and who does it.</summary>
public readonly record struct Moment(DateTimeOffset At, string By);

/// <summary>The journal as one request sees it, and the clock that stamps what is written into it.</summary>
public sealed class Writing(JournalStore store, TimeProvider time, IHttpContextAccessor asked)
{
    private static readonly TimeSpan ClockMayDiffer = TimeSpan.FromMinutes(5);

    // In a shop that wrote nothing yet.
    private static readonly TimeSpan NobodyWritesLater = TimeSpan.FromDays(366);

    // What was done on the day on which somebody began to write it down.
    private static readonly TimeSpan BeforeTheFirst = TimeSpan.FromDays(1);

    public Ledger Ledger => store.Ledger;

    public Lists Lists => store.Lists;

    /// <summary>What the journal told before an entry of it; found by what is asked for.</summary>
    public Ledger Before(Entry entry) => store.Before(entry);

    /// <summary>The same with a decision that depends on when it happens and on who it is.</summary>
    public Task<Results<Ok<T>, ProblemHttpResult>> Write<T>(
        Head head,
        object request,
        IReadOnlyList<string> streams,
        RequestReader reader,
        Func<Ledger, Moment, Decision> decide,
        Func<Ledger, T> answer
    )
    {
        var moment = new Moment(head.OccurredAt ?? time.GetUtcNow(), Initials(head));
        return Write(head with { OccurredAt = moment.At }, request, streams, reader, l => decide(l, moment), answer);
    }

    private static string Initials(Head head) => head.By.Trim().ToUpperInvariant();

    /// <summary>Writes one entry to the stream and gives the answer of the endpoint, or the problem.</summary>
    /// <param name="request">The request as it came, for telling a repeated one.</param>
    public async Task<Results<Ok<T>, ProblemHttpResult>> Write<T>(
        Head head,
        object request,
        IReadOnlyList<string> streams,
        RequestReader reader,
        Func<Ledger, Decision> decide,
        Func<Ledger, T> answer,
        bool mendsBreak = false
    )
    {
        var errors = Check(head);
        if (errors.Count > 0 || !reader.Ok)
            return Problems.Refused([.. errors, .. reader.Errors]);
        // A lot that is pooled into itself names its stream twice: the decision says so, not the dictionary.
        var expected = streams
            .Distinct()
            .Select((s, i) => (s, Version: i == 0 ? head.ExpectedVersion : null))
            .ToDictionary(x => x.s, x => x.Version);
        // A request without its own time happens now; it is the request, not the stamp, that a retry repeats.
        var (happened, written) = (head.OccurredAt ?? time.GetUtcNow(), time.GetUtcNow());
        Decision Gated(Ledger ledger)
        {
            var decision = decide(ledger);
            return decision.Body is { } body && WorkGates.Refuse(ledger.State, body, happened, written) is { } shut ? shut : decision;
        }
        var wish = new Wish(EntryId.Plain(head.EntryId), WhatIsAsked(request), expected, happened, Initials(head), Gated, mendsBreak);
        return await store.Write(wish) switch
        {
            Written.Done => TypedResults.Ok(answer(store.Ledger)),
            Written.Stale stale => Problems.Stale(stale),
            Written.OtherBody other => Problems.OtherBody(other.Id),
            Written.Refused refused => Problems.Refused(refused.Errors),
            Written.Broken broken => Problems.Broken(broken.Breaks),
            _ => throw new InvalidOperationException("An outcome that nobody foresaw."),
        };
    }

    // Method, address and body: the same words for another batch ask for something else. The version that the client had seen is no part of
    // it: a retry may have seen a later one. Nor is the id, which may be written in several ways.
    private string WhatIsAsked(object request)
    {
        var node = JsonSerializer.SerializeToNode(request, request.GetType())!;
        var head = node["Head"] ?? node["request"]?["Head"];
        head?.AsObject().Remove(nameof(Head.ExpectedVersion));
        head?.AsObject().Remove(nameof(Head.EntryId));
        return $"{asked.HttpContext!.Request.Method} {asked.HttpContext.Request.Path}\n{node.ToJsonString()}";
    }

    private List<FieldError> Check(Head head)
    {
        var errors = new List<FieldError>();
        if (!Guid.TryParse(head.EntryId, out _))
            errors.Add(new("entryId", "not an id", "a new GUID for each entry"));
        if (head.By.Trim().Length is < 1 or > 4 || !head.By.Trim().All(char.IsLetter))
            errors.Add(new("by", "who is it?", "one to four letters, such as AV"));
        if (head.OccurredAt > time.GetUtcNow() + ClockMayDiffer)
            errors.Add(new("occurredAt", "that is yet to come", "write it when it has happened"));
        else if (
            !head.TimeIsRight
            && head.OccurredAt
                < (store.Ledger.State.Entries.First is { } first ? first.OccurredAt - BeforeTheFirst : time.GetUtcNow() - NobodyWritesLater)
        )
            errors.Add(
                new(
                    "occurredAt",
                    $"{head.OccurredAt:yyyy-MM-dd HH:mm} is before this shop wrote anything",
                    "look at the clock of this device; if it is so, say that the time is right"
                )
            );
        return errors;
    }
}
