namespace Spolium.Core.Methods;

/// <summary>
/// How long each kind of work takes in this shop against the plan: a factor on its hours. Stamps tell when a step was begun and when it
/// was closed, not who stood at it: hands and waiting share the factor. Until stamps show one the plan's hours stand as they are.
/// </summary>
public static class Paces
{
    private static readonly string[] OfStages =
    [
        "pace-make-ready",
        "pace-strip",
        "pace-dissolve",
        "pace-denitrate",
        "pace-clear",
        "pace-precipitate",
        "pace-finish",
        "pace-make-safe",
        "pace-regenerate",
    ];

    /// <summary>Prior of the pace of a method: its own, or that of its stage.</summary>
    public static string Of(IMethod method) => method.Card.Pace ?? OfStages[(int)method.Stage];

    public static bool IsPace(string prior) => MethodCatalogue.All.Any(m => Of(m) == prior);

    /// <summary>Hours as this shop takes them.</summary>
    internal static Working By(IMethod method, Working hours, Draws draws) =>
        draws.Practice.ByPrior.ContainsKey(Of(method)) && !Working.IsNothing(hours) ? hours * draws.Prior(Of(method)) : hours;

    /// <summary>What stamps teach, with the methods whose they are.</summary>
    internal static IEnumerable<(Lesson Lesson, string Method)> Lessons =>
        MethodCatalogue.All.Select(m => (new Lesson(Of(m), Seen.Stamps, ""), m.Id));
}
