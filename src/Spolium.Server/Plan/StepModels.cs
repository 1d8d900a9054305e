using Spolium.Core.Methods;

namespace Spolium.Server.Plan;

/// <param name="Part">Which of the equal vessels it goes into; null where there is one.</param>
public sealed record RungView(
    int Number,
    string Amount,
    double Grams,
    string? EntryId,
    DateTimeOffset? PouredAt,
    string BottleId,
    string? Part
);

/// <param name="BottleId">The bottle, or the bottles poured one after the other.</param>
/// <param name="PerGram">mL (or g) of it to a gram of what the step works on.</param>
/// <param name="Short">In how many worlds a dose decided beforehand would fall short; null where a sign decides.</param>
public sealed record DoseView(
    string Id,
    string Title,
    string BottleId,
    string BottleLabel,
    string Formula,
    bool Liquid,
    FigureView? PerGram,
    FigureView Grams,
    FigureView? Millilitres,
    IReadOnlyList<RungView> Rungs,
    string? Short,
    string? Lacking,
    string How,
    string Poured,
    string Planned
);

public sealed record GasView(string Formula, FigureView Made, FigureView Leaving, string Note);

public sealed record VesselView(string Label, FigureView Liquid, FigureView? Foam, int SplitInto);

public sealed record SignView(string Id, string Text, string NotProof, DateTimeOffset? SeenAt);

/// <param name="Metal">Of the metal that the plan is for.</param>
/// <param name="TestFor">Metals that a drop of it may be tested for; empty for what is no liquor.</param>
/// <param name="Tested">What tests of it said, the newest of each metal.</param>
public sealed record OutputView(
    string Id,
    string Name,
    bool Main,
    FigureView Metal,
    string? Weigh,
    string? Weighed,
    IReadOnlyList<string> TestFor,
    IReadOnlyList<string> Tested
);

public sealed record CautionView(CautionLevel Level, string Text);

public sealed record RefusalView(string Reason, string WayOut);

/// <summary>Something that happened beside the plan.</summary>
public sealed record BesideLine(string EntryId, DateTimeOffset At, string Words);

/// <summary>Two met that never should have.</summary>
/// <param name="First">What comes first.</param>
public sealed record DangerView(string Text, string First);

public sealed record ReadingView(string Kind, string Text, DateTimeOffset At, string EntryId);

/// <param name="State">What is confirmed, as a sign; null where a reading decides.</param>
public sealed record InterlockView(string DoseId, string Reading, string Text, bool Open, string? State);

/// <param name="DoseId">The dose that brings it; null where holdings meet.</param>
public sealed record FindingView(string? DoseId, bool Stop, string Makes, string Text);

/// <param name="Limit">"NO₂ 0.2 ppm (TWA)"; empty without one.</param>
public sealed record GasNeedView(
    string Formula,
    string Name,
    FigureView OfPortion,
    FigureView? Caustic,
    FigureView? AirPerHour,
    string Limit
);

/// <param name="Bears">good, limited or no.</param>
public sealed record MaterialView(string Use, string Material, string Bears);

/// <summary>GHS signal word and statements of a bottle; its data sheet always wins.</summary>
public sealed record MarksView(string Bottle, string Signal, string Statements);

/// <summary>What the safety rules say of a step.</summary>
public sealed record SafetyView(
    IReadOnlyList<FindingView> Findings,
    IReadOnlyList<GasNeedView> Gases,
    IReadOnlyList<MaterialView> Materials,
    IReadOnlyList<string> Wear,
    IReadOnlyList<MarksView> Marks,
    string FirstAction
);

/// <param name="DueAt">When it must be done; null until it counts.</param>
public sealed record DeadlineView(string Id, string Text, double Hours, DateTimeOffset? DueAt, bool Done);
