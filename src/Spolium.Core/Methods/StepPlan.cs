using Spolium.Core.Vessels;

namespace Spolium.Core.Methods;

public enum Stage
{
    MakeReady,
    Strip,
    Dissolve,
    Denitrate,
    Clear,
    Precipitate,
    Finish,
    MakeSafe,
    Regenerate,
}

/// <summary>One rung of a dose ladder, in grams from the bottle.</summary>
/// <param name="Poured">The entry that poured it; null while it is ahead.</param>
/// <param name="BottleId">The real bottle, where a dose is poured from several.</param>
public sealed record Rung(int Number, double Grams, double? Millilitres, string? Poured, DateTimeOffset? PouredAt, string? BottleId = null)
{
    /// <summary>Which of the equal vessels it goes into, where the charge is parted.</summary>
    public int Part { get; init; } = 1;
}

/// <summary>Grams that one pour may be before the vessel warms too far, or foams over.</summary>
/// <param name="WarmsPerG">K by which a gram would warm the vessel, at its high.</param>
public sealed record LargestPour(double Grams, bool ByFoam, double WarmsPerG);

/// <summary>A dose of a step.</summary>
/// <param name="Grams">From the bottle, in all worlds: what was poured and what is still planned.</param>
/// <param name="Millilitres">The same by volume; null for a solid.</param>
/// <param name="ShortShare">For a dose decided beforehand: in which share of the worlds it would fall short; null where a sign
/// decides.</param>
/// <param name="How">Order and manner, in one line.</param>
public sealed record Dose(
    string Id,
    string Title,
    Bottle Bottle,
    Working Grams,
    Working? Millilitres,
    IReadOnlyList<Rung> Rungs,
    double? ShortShare,
    string How
)
{
    /// <summary>What the shelf lacks for it, in words; null while it holds enough.</summary>
    public string? Lacking { get; init; }

    /// <summary>Grams that the ladder goes to where it may want more; null where it reaches the high end.</summary>
    public double? GoesTo { get; init; }

    /// <summary>The largest pour that neither foams over nor warms too far; null where neither is to be feared.</summary>
    public LargestPour? AtOnce { get; init; }

    /// <summary>Poured into a vessel of its own (a generator, a wash set apart): it does not meet what is in the main one.</summary>
    public bool Apart { get; init; }
}

/// <summary>A gas of a step: what is made in the vessel, and what leaves it (some comes back as acid under a cover).</summary>
public sealed record GasMade(string Formula, Working Made, Working Leaving, string Note);

/// <summary>The vessel a step needs.</summary>
/// <param name="SplitInto">1, or into how many equal parts the charge must be split.</param>
public sealed record VesselNeed(Vessel Vessel, Working Liquid, Working Foam, int SplitInto);

/// <summary>A sign that ends a step, and what it does not prove.</summary>
public sealed record EndSign(string Id, string Text, string NotProof)
{
    /// <summary>A step is not closed without it, whatever the reason: it would hurt somebody.</summary>
    public bool Must { get; init; }
}

/// <summary>A holding that a step makes.</summary>
/// <param name="Name">As it is shown ("foils").</param>
/// <param name="Main">True for the one that goes on to the next step.</param>
/// <param name="Weigh">What to weigh, when this holding should be weighed; null otherwise.</param>
public sealed record Output(string Id, string Name, bool Main, Charge Charge, string? Weigh = null);

/// <summary>What must hold before a dose is poured: a reading, or a state that the person confirms. No reason overrides it.</summary>
/// <param name="DoseId">Empty where it locks a sign alone.</param>
/// <param name="Reading">Kind of reading, such as temperature in °C; empty where a state is confirmed.</param>
public sealed record Interlock(string DoseId, string Reading, double AtLeast, string Text)
{
    /// <summary>Id of the state, kept as a sign that was seen; null where a reading decides.</summary>
    public string? State { get; init; }

    /// <summary>The sign that is not taken before it; null for none.</summary>
    public string? Sign { get; init; }

    /// <summary>One portion may be tried before it.</summary>
    public bool AfterOne { get; init; }

    /// <summary>A state that the person confirms before a dose.</summary>
    public static Interlock Confirmed(string doseId, string state, string text) => new(doseId, "", 0, text) { State = state };
}

public enum CautionLevel
{
    Look,
    Stop,
}

/// <summary>One line at the point of action, cause first.</summary>
public sealed record Caution(CautionLevel Level, string Text);

/// <summary>Why a method does not take a charge, and the way round.</summary>
public sealed record Refusal(string Reason, string WayOut)
{
    /// <summary>The gate of the feed that is shut; null where the method itself objects.</summary>
    public FeedGate? Gate { get; init; }
}

/// <summary>Something that must follow within hours, counted from a dose until another.</summary>
public sealed record Deadline(string Id, string Text, string FromDose, string UntilDose, double Hours);

/// <summary>What an ended dose tells of the content: the grams that each world would have wanted, and those that were poured.</summary>
public sealed record LearnedFrom(string DoseId, Working Need, IReadOnlyList<Pour> Poured);

/// <summary>Everything a method says of one step.</summary>
/// <param name="Refusals">When there are any, the rest is empty and the charge stays as it was.</param>
/// <param name="GasGone">What left as gas, so that the mass adds up; oxygen that came from the air stands as less than nothing.</param>
/// <param name="Figures">Further figures worth showing, most telling first.</param>
/// <param name="DoneFirst">True where a sign decides and the reckoned dose is only its frame.</param>
public sealed record StepPlan(
    string MethodId,
    int MethodVersion,
    string Title,
    string Verb,
    Stage Stage,
    string Instruction,
    IReadOnlyList<Refusal> Refusals,
    IReadOnlyList<Dose> Doses,
    VesselNeed? Vessel,
    Working? Portions,
    IReadOnlyList<GasMade> Gases,
    Working? Heat,
    IReadOnlyList<string> Conditions,
    IReadOnlyList<EndSign> EndSigns,
    bool DoneFirst,
    Working Attended,
    Working Unattended,
    IReadOnlyList<Output> Outputs,
    Charge GasGone,
    IReadOnlyList<Working> Figures,
    IReadOnlyList<Caution> Cautions,
    string NightStop,
    string IfFoams,
    IReadOnlyList<Reaction> Equations
)
{
    /// <summary>A declared exception from portions: all goes over the metal in one go, in a vessel with room for its foam.</summary>
    public bool PouredAtOnce { get; init; }

    /// <summary>It goes on without the appliances of its card.</summary>
    public bool ByItsOwn { get; init; }

    /// <summary>It foams: how high it stood after a portion tells the rest.</summary>
    public bool Foams { get; init; }

    /// <summary>How much of the metal is left may be read while it dissolves.</summary>
    public bool ShowsMetalLeft { get; init; }

    /// <summary>Readings and states that must be there before a dose.</summary>
    public IReadOnlyList<Interlock> Interlocks { get; init; } = [];

    /// <summary>What the step means to make beside its gases, so that no rule stops it ("ammoniacal silver").</summary>
    public IReadOnlyList<string> Means { get; init; } = [];

    /// <summary>What it makes or takes of work that has a limit (<see cref="WorkLimit"/>), in the unit of the limit.</summary>
    public IReadOnlyList<(string Limit, Working Amount)> Limited { get; init; } = [];

    /// <summary>K by which the heat would warm it if none were lost; null where the heat is not known or there is none.</summary>
    public Working? Warming { get; init; }

    /// <summary>°C, the hottest that the vessel comes to.</summary>
    public double HottestC { get; init; } = 25;

    /// <summary>°C from which on no portion that warms it goes in, 25 K below boiling; null where none warms it.</summary>
    public double? PourBelowC =>
        Doses.SelectMany(d => d.Rungs.Select(r => r.Grams * d.AtOnce?.WarmsPerG)).Any(k => k > HardlyWarmsK)
            ? WaterBoilsC - Constants.Get("below-boiling").Likely
            : null;

    /// <summary>K that a portion may warm the vessel by, however hot it is.</summary>
    public static readonly double HardlyWarmsK = Constants.Get("hardly-warms").Likely;
    private const double WaterBoilsC = 100;

    /// <summary>Seconds that one portion gasses, likely.</summary>
    public double GassesFor { get; init; } = 300;

    /// <summary>What must follow within hours.</summary>
    public IReadOnlyList<Deadline> Deadlines { get; init; } = [];

    /// <summary>Doses that signs (not the clock, nor the closing) have ended, where what was taken tells of what was there.</summary>
    public IReadOnlyList<LearnedFrom> LearnsFrom { get; init; } = [];

    /// <summary>What was learned of the content from what was taken; empty until signs have ended a dose.</summary>
    public IReadOnlyList<Working> Learned { get; init; } = [];

    public bool Refused => Refusals.Count > 0;

    /// <summary>A plan that only says why there is none; the charge goes on unchanged.</summary>
    public static StepPlan Refuse(IMethod method, Charge charge, params Refusal[] why) =>
        new(
            method.Id,
            method.Version,
            method.Title,
            method.Verb,
            method.Stage,
            "",
            why,
            [],
            null,
            null,
            [],
            null,
            [],
            [],
            false,
            Working.Zero(Dimension.Time),
            Working.Zero(Dimension.Time),
            [new(method.Outputs[0].Id, method.Outputs[0].Name, true, charge)],
            Charge.Empty,
            [],
            [],
            "",
            "",
            []
        );
}
