using System.Globalization;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Reference;
using Spolium.Core.Solutions;
using Spolium.Core.Vessels;

namespace Spolium.Core.Methods;

/// <summary>
/// A method of the job: its card, and what it does to a charge. Pure: the same charge, options, shop, facts and draws give the same plan.
/// To add one: docs/add-a-method.md.
/// </summary>
public interface IMethod
{
    MethodCard Card { get; }

    IReadOnlyList<OptionSpec> Options => [];

    StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws);

    string Id => Card.Id;

    int Version => Card.Version;

    string Title => Card.Title;

    string Verb => Card.Verb;

    Stage Stage => Card.Stage;

    IReadOnlyList<(string Id, string Name)> Outputs => Card.Outputs;

    IReadOnlyList<string> Reagents => Card.Reagents;
}

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
/// <param name="later">Methods that come after it in its route, where it has one.</param>
public sealed class StepOptions(IMethod method, IReadOnlyDictionary<string, string> chosen, IReadOnlyList<string>? later = null)
{
    public IReadOnlyList<string> Later => later ?? [];

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

/// <summary>What stands in the shop for a batch: bottles, vessels, the balance.</summary>
/// <param name="Bottles">Of one substance the first is poured first.</param>
/// <param name="BalanceStepG">Readability d of the bench balance, g.</param>
/// <param name="Levels">Grams that stand in a bottle by its id; bottles that are not named there never run dry.</param>
public sealed record Shop(
    IReadOnlyList<Bottle> Bottles,
    IReadOnlyList<Vessel> Vessels,
    double BalanceStepG = 0.01,
    IReadOnlyDictionary<string, double>? Levels = null
)
{
    public static readonly Bottle Water = new("water", "water", "H2O", new(1), 1 / Constants.Get("water-volume").Likely);

    /// <summary>Grams of so many millilitres of water at 20 °C.</summary>
    public static Working WaterGrams(Working ml) => ml / Constants.Get("water-volume");

    /// <summary>Grams of so many millilitres of water that somebody chose.</summary>
    public static Working WaterGrams(double ml) => WaterGrams(Working.Exact(ml, null, Dimension.Volume));

    /// <summary>Bottles of usual labels, for a shop whose shelf has none of a substance (Reference/usual-bottles.csv); densities at 20
    /// °C.</summary>
    public static readonly IReadOnlyList<Bottle> UsualBottles = ReferenceTable
        .Read(
            "usual-bottles.csv",
            r => (Id: r.Text("id"), Form: ReagentForm.Of(r.Text("form")), Percent: r.Number("percent"), Density: r.NumberOrNone("density")),
            "id"
        )
        .Select(b => new Bottle(
            b.Id,
            b.Form.Name,
            b.Form.Formula,
            MassFraction.OfPercent(b.Percent),
            b.Density ?? (b.Form.Liquid ? DensityTable.BySolute[b.Form.Formula].Density(b.Percent, 20) : null),
            0,
            "usual label"
        ))
        .ToList();

    public static readonly Shop Usual = new(UsualBottles, Vessel.Beakers);

    /// <summary>The bottle that holds a substance.</summary>
    /// <exception cref="KeyNotFoundException">No bottle of it stands in the shop.</exception>
    public Bottle Of(string formula) =>
        formula == "H2O"
            ? Water
            : Bottles.FirstOrDefault(b => b.Formula == formula)
                ?? throw new KeyNotFoundException($"No bottle of {formula} stands in the shop.");
}
