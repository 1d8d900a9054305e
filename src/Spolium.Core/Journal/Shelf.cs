using System.Collections.Immutable;

namespace Spolium.Core.Journal;

public enum MoveKind
{
    Received,
    Made,
    Used,
    MadeInto,
    Discarded,
    Counted,

    /// <summary>The same volume, by the density that a test found.</summary>
    Weighed,
}

/// <summary>What went into a bottle (above nothing) or out of it, in grams of its contents.</summary>
public sealed record Move(MoveKind Kind, double Grams, DateTimeOffset At, string EntryId, string? BatchId);

public sealed record TestState(StrengthTest Test, DateTimeOffset At, string EntryId);

/// <summary>A bottle as the journal tells it.</summary>
/// <param name="Grams">Contents by the book; below nothing when more was poured than the book knew of.</param>
/// <param name="Tests">Label and tests of its strength, oldest first; never empty.</param>
/// <param name="MadeIn">The batch that made it, if one did.</param>
/// <param name="LookAlike">What the look-alike test showed; null while it was not done.</param>
public sealed record ShelfBottle(
    string Id,
    string Form,
    string Name,
    string Formula,
    TypedNumber Amount,
    double ReceivedGrams,
    double Grams,
    ImmutableList<TestState> Tests,
    TypedNumber? Price,
    string Place,
    DateTimeOffset? UseBy,
    bool Certificate,
    string? LookAlike,
    DateTimeOffset ReceivedAt,
    DateTimeOffset? OpenedAt,
    DateTimeOffset? DiscardedAt,
    bool Made,
    string? MadeIn,
    ImmutableList<Move> Moves,
    string EntryId
)
{
    public StrengthTest Strength => Tests[^1].Test;

    public ReagentForm Kind => ReagentForm.Of(Form);

    /// <summary>Nothing is left, or it was thrown away.</summary>
    public bool IsEmpty => DiscardedAt is not null || Grams <= 1e-6;

    /// <summary>A trade kind that nobody has looked at yet.</summary>
    public bool WantsLookAlike => Kind.Trade && !Certificate && LookAlike is null && !Made;

    internal ShelfBottle Moved(MoveKind kind, double grams, Entry entry, string? batchId = null) =>
        this with
        {
            Grams = Grams + grams,
            Moves = Moves.Add(new(kind, grams, entry.OccurredAt, entry.Id, batchId)),
        };

    internal static ShelfBottle New(NewBottle b, Entry entry, bool made, string? madeIn) =>
        new(
            b.BottleId,
            b.Form,
            b.Name,
            b.Formula,
            b.Amount,
            b.Grams,
            b.Grams,
            [new(b.Strength, entry.OccurredAt, entry.Id)],
            b.Price,
            b.Place,
            b.UseBy,
            b.Certificate,
            null,
            entry.OccurredAt,
            made ? entry.OccurredAt : null,
            null,
            made,
            madeIn,
            [new(made ? MoveKind.Made : MoveKind.Received, b.Grams, entry.OccurredAt, entry.Id, madeIn)],
            entry.Id
        );
}
