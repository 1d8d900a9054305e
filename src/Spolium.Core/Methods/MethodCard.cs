namespace Spolium.Core.Methods;

/// <summary>
/// What is known of a method before any charge. It stands beside the method, and the map of ways, the power of a step, what to wear, what
/// its materials must bear and what is learned from it are derived from it: no list anywhere else knows a method.
/// </summary>
public sealed record MethodCard
{
    /// <summary>"nitric-strip": the name of its file in small letters with dashes, and its name in journals.</summary>
    public required string Id { get; init; }

    /// <summary>Goes up when the method reckons otherwise than before; kept with every plan that was begun.</summary>
    public required int Version { get; init; }

    /// <summary>"Strip the base metal with nitric acid"</summary>
    public required string Title { get; init; }

    /// <summary>One word for the stair: "strip".</summary>
    public required string Verb { get; init; }

    public required Stage Stage { get; init; }

    /// <summary>The holdings it makes, the one that goes on first.</summary>
    public required IReadOnlyList<(string Id, string Name)> Outputs { get; init; }

    /// <summary>Bottles that it pours from, by formula.</summary>
    public required IReadOnlyList<string> Reagents { get; init; }

    /// <summary>From what to what it leads on the map of the work; empty for what is put in where a charge wants it.</summary>
    public IReadOnlyList<Passage> Passages { get; init; } = [];

    /// <summary>°C, the hottest that its vessel comes to where no option says otherwise; 25 for what stands at the room's.</summary>
    public required double HottestC { get; init; }

    /// <summary>It is boiled down or cooled on purpose: its heat is no warning.</summary>
    public bool BoilsOrCools { get; init; }

    /// <summary>What it lets loose on who stands beside it, apart from gases, which are reckoned.</summary>
    public Exposure Exposure { get; init; }

    /// <summary>What runs on the mains; shares set by Spolium.</summary>
    public IReadOnlyList<Appliance> Appliances { get; init; } = [];

    /// <summary>What people do for it, and what goes on by itself.</summary>
    public required IReadOnlyList<Work> Tasks { get; init; }

    /// <summary>Priors that closed batches teach, and what of this method shows them.</summary>
    public IReadOnlyList<Lesson> Lessons { get; init; } = [];

    /// <summary>Signs that end it or a dose of it.</summary>
    public required IReadOnlyList<string> Signs { get; init; }

    /// <summary>How much of the metal is left may be read while it dissolves: it moves the acid that is still to be poured.</summary>
    public bool ShowsMetalLeft { get; init; }

    /// <summary>The licence that it wants; null for what anybody may do.</summary>
    public string? Licence { get; init; }

    /// <summary>The method that took its place; null while it is to be chosen.</summary>
    public string? Successor { get; init; }

    /// <summary>It works up what is left over: offered there for what it takes.</summary>
    public bool OfLeavings { get; init; }

    /// <summary>Prior of its pace, where it has one of its own; null goes by its stage.</summary>
    public string? Pace { get; init; }

    /// <summary>Prior of the hours of one portion; null where nothing is portioned.</summary>
    public string? PortionHours => Tasks.FirstOrDefault(t => t.Kind == WorkKind.Portion)?.Hours;
}

/// <summary>A method leads from one form to another.</summary>
/// <param name="Words">As it stands in the title of a way; empty for a step that no title names.</param>
/// <param name="School">One of several that do the same between the same forms: a way takes the first that the charge bears, and any other
/// may be chosen.</param>
/// <param name="Place">Of those that lead from one form to the same other: which is tried first.</param>
/// <param name="Output">The holding that goes on; null for the main one.</param>
public sealed record Passage(Form From, Form To, string Words = "", bool School = false, int Place = 1, string? Output = null);

[Flags]
public enum Exposure
{
    None = 0,
    Dust = 1,

    /// <summary>Glowing or molten metal, or what stands at such heat.</summary>
    Glow = 2,

    /// <summary>Smoke of what burns or of hot metal.</summary>
    Fume = 4,

    /// <summary>Light that wants dark glasses.</summary>
    Light = 8,
}

/// <summary>An appliance that runs in a step; its kilowatts are the prior "power-" and its name.</summary>
/// <param name="Attended">Share of the hours with hands on that it runs.</param>
/// <param name="Unattended">Share of the hours by itself.</param>
public sealed record Appliance(string Name, double Attended, double Unattended);

public enum WorkKind
{
    SetUp,

    /// <summary>Once for each portion of a dose.</summary>
    Portion,

    /// <summary>With hands on, once or as often as the plan says.</summary>
    Attended,

    /// <summary>Goes on while nobody is there.</summary>
    ByItself,
}

/// <summary>A task of a step.</summary>
/// <param name="Hours">Prior of its hours.</param>
public sealed record Work(WorkKind Kind, string Hours)
{
    public static readonly Work SetUp = new(WorkKind.SetUp, "set-up");

    public static Work Portion(string hours) => new(WorkKind.Portion, hours);

    public static Work Attended(string hours) => new(WorkKind.Attended, hours);

    public static Work ByItself(string hours) => new(WorkKind.ByItself, hours);
}

/// <summary>How a closed batch shows a prior.</summary>
public enum Seen
{
    /// <summary>A dose that a sign ended: poured over needed.</summary>
    Dose,

    /// <summary>An assay of the product.</summary>
    Assay,

    /// <summary>Foils that were weighed before what came of them.</summary>
    Foils,

    /// <summary>A leaving that was worked up with others.</summary>
    Pool,

    /// <summary>A liquor that was held against standards.</summary>
    Test,

    /// <summary>A figure that a weighing of the holding decided.</summary>
    Weighed,

    /// <summary>Dry powder that was weighed before the bar that came of it.</summary>
    Melted,

    /// <summary>The times at which its entries were written.</summary>
    Stamps,
}

/// <summary>A prior that closed batches teach.</summary>
/// <param name="Of">Id of the dose that shows it, or of the holding.</param>
public sealed record Lesson(string Prior, Seen Seen, string Of);
