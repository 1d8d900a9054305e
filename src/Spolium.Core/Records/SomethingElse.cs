using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>What can happen at an open vessel beside the plan.</summary>
public enum Happening
{
    /// <summary>Water, a rinse, or anything out of a bottle.</summary>
    Poured,

    /// <summary>Another holding of the batch was put in.</summary>
    Joined,

    /// <summary>Some of it was taken out to be looked at, and is kept.</summary>
    Sampled,

    Spilt,

    /// <summary>Water went off, by a mark on the vessel.</summary>
    BoiledAway,

    /// <summary>Into another vessel; a little clings to the first.</summary>
    Moved,

    /// <summary>Another cover stands over it from now on.</summary>
    Covered,
}

/// <summary>
/// Something happened at an open vessel that no plan foresaw. It is folded on at once, and taken back like a pour.
/// </summary>
/// <param name="Holding">That was put in: a step and what it made.</param>
/// <param name="Into">The vessel or the cover, as its id.</param>
/// <param name="Danger">Id of the row of never-together.csv that it broke: from then on only making safe is open.</param>
/// <param name="Reason">Why it was done against a warning.</param>
public sealed record SomethingElse(
    string BatchId,
    string StepId,
    Happening What,
    FreePour? Poured = null,
    [property: JsonConverter(typeof(HoldingName))] string? Holding = null,
    PartGone? Gone = null,
    string? Into = null,
    string? Danger = null,
    string? Reason = null
) : EntryBody;

/// <summary>What was poured, of whatever bottle.</summary>
/// <param name="Formula">What the bottle holds.</param>
public sealed record FreePour(string Formula, BottlePour Pour);

/// <summary>A part of what is in a vessel that left it, as it was reckoned then.</summary>
/// <param name="Amount">As it was told: of boiling away what was left, else what went.</param>
/// <param name="Share">Of the liquid (of boiling away: of its water), 0 to 1, with its standard uncertainty.</param>
/// <param name="WithSolids">The same share of what lies at the bottom went too.</param>
/// <param name="Holds">Metal that went with it.</param>
public sealed record PartGone(TypedNumber? Amount, double Share, double Sigma, bool WithSolids, IReadOnlyList<ElementEstimate> Holds);
