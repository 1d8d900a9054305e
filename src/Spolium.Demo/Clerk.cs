using System.Security.Cryptography;
using System.Text;
using Spolium.Core.Deciding;
using Spolium.Core.Records;
using Spolium.Core.Workshop;

namespace Spolium.Demo;

/// <summary>Writes entries one after the other, as somebody at the bench would, and keeps the clock.</summary>
/// <param name="name">The ids of its entries are made of it.</param>
internal sealed class Clerk(DateTimeOffset start, string name = "demo")
{
    private readonly DateTimeOffset firstDay = start;
    private DateTimeOffset clock = start;
    private string who = "AV";
    private int number;

    public DateTimeOffset Now => clock;

    /// <summary>Who writes now.</summary>
    public string Initials => who;

    public List<Entry> Entries { get; } = [];

    public Ledger Ledger { get; private set; } = Ledger.Empty;

    /// <summary>So many days after the first, at a time of day.</summary>
    public Clerk At(int day, int hour, int minute) =>
        At(new DateTimeOffset(firstDay.Date, TimeSpan.Zero).AddDays(day).AddHours(hour).AddMinutes(minute));

    /// <summary>The same, or where the work went on for longer when it ended.</summary>
    public Clerk NotBefore(int day, int hour, int minute)
    {
        var before = clock;
        At(day, hour, minute);
        return clock < before ? At(before) : this;
    }

    public Clerk At(DateTimeOffset moment)
    {
        clock = moment;
        return this;
    }

    public Clerk After(int minutes) => At(clock.AddMinutes(minutes));

    public Clerk By(string initials)
    {
        who = initials;
        return this;
    }

    /// <summary>An entry stood here once: those behind it keep their ids, and what is drawn by them.</summary>
    public void Pass() => number++;

    /// <param name="named">What its id is made of, where that is not its number.</param>
    /// <exception cref="InvalidOperationException">The core refused: the demo no longer fits the rules.</exception>
    public void Write(IReadOnlyList<string> streams, Func<Ledger, Decision> decide, string? named = null)
    {
        var decision = decide(Ledger);
        var body = decision.Body
            ?? throw new InvalidOperationException(
                $"The demo was refused after {Entries.Count} entries: "
                    + string.Join("; ", decision.Errors.Select(e => $"{e.Field}: {e.Reason}"))
            );
        var id = new Guid(SHA256.HashData(Encoding.UTF8.GetBytes($"{name} {named ?? $"{number++}"}")).AsSpan(0, 16)).ToString();
        var entry = new Entry(
            id,
            [.. streams.Select(s => new StreamVersion(s, Ledger.State.Version(s) + 1))],
            clock,
            clock.AddSeconds(20),
            who,
            body
        );
        Entries.Add(entry);
        Ledger = Ledger.With(entry);
        clock = clock.AddMinutes(1);
    }
}
