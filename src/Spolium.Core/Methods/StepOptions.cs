using System.Globalization;

namespace Spolium.Core.Methods;

/// <summary>A choice of a method: a school, a cover, a number of washes.</summary>
/// <param name="Choices">Value and words; empty for a number.</param>
public sealed record OptionSpec(
    string Id,
    string Label,
    string Default,
    IReadOnlyList<(string Value, string Words)> Choices,
    double Min = 0,
    double Max = 0,
    string Unit = "",
    string Tip = ""
);

/// <summary>The options of one step as chosen; what is not chosen takes the method's default.</summary>
/// <param name="later">Cards of the methods that come after it in its route, where it has one.</param>
public sealed class StepOptions(IMethod method, IReadOnlyDictionary<string, string> chosen, IReadOnlyList<MethodCard>? later = null)
{
    /// <summary>Cards of what comes after; who asks for them plans by more than what came before (<see cref="LooksAhead"/>).</summary>
    public IReadOnlyList<MethodCard> Later
    {
        get
        {
            LooksAhead = true;
            return later ?? [];
        }
    }

    public bool LooksAhead { get; private set; }

    /// <summary>What stood over the vessel, each with its share of what was poured; empty where the cover that was chosen stayed.</summary>
    public IReadOnlyList<(string Cover, double Share)> Covers { get; init; } = [];

    public string Text(string id) => chosen.TryGetValue(id, out var v) && v.Length > 0 ? v : Spec(id).Default;

    public bool Has(string id) => Text(id).Length > 0;

    public double Number(string id) => double.Parse(Text(id), CultureInfo.InvariantCulture);

    public int Whole(string id) => (int)Number(id);

    private OptionSpec Spec(string id) => method.Options.First(o => o.Id == id);

    /// <summary>What is wrong with options as typed, by field.</summary>
    public static IEnumerable<FieldError> Check(IMethod method, string field, IReadOnlyDictionary<string, string> chosen)
    {
        foreach (var (id, value) in chosen)
        {
            var spec = method.Options.FirstOrDefault(o => o.Id == id);
            if (spec is null)
                yield return new(
                    $"{field}.{id}",
                    $"{method.Verb} has no option '{id}'",
                    "use one of " + string.Join(", ", method.Options.Select(o => o.Id))
                );
            else if (value.Length == 0)
                continue;
            else if (spec.Choices.Count > 0 && spec.Choices.All(c => c.Value != value))
                yield return new(
                    $"{field}.{id}",
                    $"'{value}' is not a choice",
                    "use one of " + string.Join(", ", spec.Choices.Select(c => c.Value))
                );
            else if (
                spec.Choices.Count == 0
                && (!double.TryParse(value, CultureInfo.InvariantCulture, out var x) || x < spec.Min || x > spec.Max)
            )
                yield return new(
                    $"{field}.{id}",
                    $"'{value}' is outside of what this takes",
                    $"between {spec.Min} and {spec.Max} {spec.Unit}".Trim()
                );
        }
    }
}
