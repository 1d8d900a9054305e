namespace Spolium.Core.Records;

/// <summary>A portion that was really poured: grams from the bottle, and when; with the strength and density believed then.</summary>
/// <param name="Strength">Mass fraction; null where the plan's own bottle stands.</param>
/// <param name="SigmaG">Standard uncertainty of the grams.</param>
/// <param name="ChloridePpm">Of water: mg of chloride in a kilogram; null where nobody says.</param>
public sealed record Pour(
    string DoseId,
    string BottleId,
    double Grams,
    DateTimeOffset OccurredAt,
    string EntryId,
    double? Strength = null,
    double PlusMinus = 0,
    double? DensityGPerMl = null,
    double SigmaG = 0,
    double? ChloridePpm = null
)
{
    /// <summary>What the bottle holds; null where nobody knows any more.</summary>
    public string? Formula { get; init; }

    /// <summary>As it was typed.</summary>
    public TypedNumber? Amount { get; init; }

    public static Pour From(BottlePour p, string dose, string? formula, DateTimeOffset at, string entryId) =>
        new(dose, p.BottleId, p.Grams, at, entryId, p.Strength, p.PlusMinus, p.DensityGPerMl, p.SigmaG, p.ChloridePpm)
        {
            Formula = formula,
            Amount = p.Amount,
        };
}

/// <summary>What happened beside the plan, and when.</summary>
public sealed record Beside(SomethingElse Body, DateTimeOffset At, string EntryId);

/// <summary>What was really logged for a step. An ordinary value; replay fills it.</summary>
/// <param name="Pours">In the order in which they happened.</param>
/// <param name="Signs">Ids of end signs that were seen.</param>
/// <param name="Weighed">Weighed outputs by output id.</param>
/// <param name="AsOf">The last thing known to have happened; waiting times run to it.</param>
public sealed record Facts(
    IReadOnlyList<Pour> Pours,
    IReadOnlySet<string> Signs,
    IReadOnlyDictionary<string, TypedNumber> Weighed,
    bool Begun,
    bool Closed,
    DateTimeOffset? AsOf
)
{
    /// <summary>The step was given up: what is in its vessel stays together.</summary>
    public bool GivenUp { get; init; }

    /// <summary>Liquors that were tested for a metal, in their order.</summary>
    public IReadOnlyList<LiquorBracket> Tests { get; init; } = [];

    /// <summary>What happened beside the plan, in its order.</summary>
    public IReadOnlyList<Beside> Beside { get; init; } = [];

    /// <summary>Readings that move what is still to be poured, in their order.</summary>
    public IReadOnlyList<ReadingState> Readings { get; init; } = [];

    /// <summary>What the step was begun with; null while it has not begun.</summary>
    public BegunPlan? Plan { get; init; }

    /// <summary>Nothing has happened yet.</summary>
    public static readonly Facts None = new([], new HashSet<string>(), new Dictionary<string, TypedNumber>(), false, false, null);

    /// <summary>True when nothing has been logged since the other: the journal shares its lists between states.</summary>
    public bool SameAs(Facts other) =>
        ReferenceEquals(Pours, other.Pours)
        && ReferenceEquals(Weighed, other.Weighed)
        && Tests.SequenceEqual(other.Tests)
        && Beside.SequenceEqual(other.Beside)
        && Readings.SequenceEqual(other.Readings)
        && (Begun, Closed, AsOf, GivenUp) == (other.Begun, other.Closed, other.AsOf, other.GivenUp)
        && Signs.SetEquals(other.Signs);

    public bool Saw(params string[] signs) => signs.All(Signs.Contains);

    /// <summary>Portions of one dose, in order.</summary>
    public IReadOnlyList<Pour> Of(string doseId) => [.. Pours.Where(p => p.DoseId == doseId)];
}
