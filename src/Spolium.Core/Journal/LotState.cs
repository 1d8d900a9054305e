using System.Collections.Immutable;

namespace Spolium.Core.Journal;

/// <summary>A lot as the journal tells it.</summary>
/// <param name="Left">What has not been split off or taken by a batch, in the unit of its amount (g or mL).</param>
public sealed record LotState(
    string Id,
    string Code,
    string Title,
    string Material,
    TypedNumber Amount,
    double Left,
    Content Content,
    TypedNumber? Thickness,
    ImmutableList<ElementEstimate> Believed,
    DateTimeOffset ReceivedAt,
    string? PartOf,
    ImmutableList<string> Parts,
    ImmutableList<string> Batches,
    string EntryId
)
{
    /// <summary>Its content is its own: a part with another belief than the lot that it comes from.</summary>
    public bool OwnContent { get; init; }

    /// <summary>What was taken out when it was sorted.</summary>
    public ImmutableList<RemovedPart> Removed { get; init; } = [];

    /// <summary>Of a pool: how much of which lot is in it.</summary>
    public ImmutableList<LotAmount> Sources { get; init; } = [];

    /// <summary>Material of what was taken over in the house.</summary>
    public const string FromTheHouse = "from the house";

    /// <summary>Where in the house it comes from; null for what was received.</summary>
    public Feed? From { get; init; }

    /// <summary>Lots that it was poured together into, with others.</summary>
    public ImmutableList<string> PooledInto { get; init; } = [];

    public int? Pieces { get; init; }

    /// <summary>It came with a batch of another shop.</summary>
    public bool Foreign { get; init; }

    /// <summary>What it waits for; null when it waits for nothing.</summary>
    public string? WaitsFor { get; init; }

    /// <summary>What somebody offers for it as it is.</summary>
    public LotOffered? Offer { get; init; }

    /// <summary>Whose it is and on which terms it is worked; null for a lot of the shop.</summary>
    public LotForOthers? For { get; init; }

    public ImmutableList<LotPhotographed> Photos { get; init; } = [];

    /// <summary>What of it left the house, oldest first.</summary>
    public ImmutableList<HandedOverState> HandedOver { get; init; } = [];

    /// <summary>Beliefs of its content since it came, newest last.</summary>
    public ImmutableList<BeliefState> Beliefs { get; init; } = [];

    /// <summary>Something has been taken of it: what it holds can no longer be believed anew.</summary>
    public bool Touched => Parts.Count + Batches.Count + PooledInto.Count + HandedOver.Count > 0;

    /// <summary>True when what would be left of a lot is below any balance's reach: the last batch takes the lot whole.</summary>
    public static bool IsNothing(double left, LotState lot) => left < 1e-6 * Math.Max(1, lot.Amount.Value);
}

/// <summary>A time that some of a lot left the house.</summary>
/// <param name="Receipt">Empty until the paper comes.</param>
public sealed record HandedOverState(LotHandedOver Body, string Receipt, DateTimeOffset At, string By, string EntryId);

/// <summary>A belief of a lot's content, and how it came.</summary>
public sealed record BeliefState(Content Content, string How, string Reason, int? Pieces, DateTimeOffset At, string EntryId);
