using Spolium.Core.Plans;

namespace Spolium.Core.Ways;

/// <summary>How much of a way's metal stays in one holding.</summary>
public sealed record Remains(string Where, Working Grams);

/// <summary>What ways are compared by.</summary>
/// <param name="Hands">Hours attended.</param>
/// <param name="Alone">Hours unattended.</param>
/// <param name="Cost">Crowns for reagents, power, hands, handing over and sale; null without prices.</param>
/// <param name="Acid">Grams of acid as it stands in its bottles.</param>
/// <param name="Gas">mL of all gas that leaves.</param>
/// <param name="Metal">Grams expected.</param>
/// <param name="Purity">Per cent of the metal in the product.</param>
/// <param name="Remains">Where the rest of the metal stays, most first.</param>
/// <param name="Against">What speaks against it or forbids it, in words: rules that it breaks, what the shelf lacks, doses that may fall
/// short.</param>
public sealed record WayFigures(
    Working Hands,
    Working Alone,
    Working? Cost,
    Working Acid,
    Working Gas,
    Working Metal,
    Working Purity,
    Working? Margin,
    IReadOnlyList<Remains> Remains,
    IReadOnlyList<string> Against
)
{
    /// <summary>Share of the metal under which a holding is not named.</summary>
    private const double Trace = 1e-4;

    public static WayFigures Of(BatchPlan plan, string element, Worth? worth, Draws draws)
    {
        var name = Elements.Of(element).Name;
        var fed = plan.Feed.Element(element).Likely;
        var acids = plan.Steps.SelectMany(s => s.Plan.Doses).Where(d => Acids.Contains(d.Bottle.Formula));
        return new(
            plan.Attended,
            plan.Unattended,
            worth is null ? null : CostOf(worth),
            Working.Sum(acids.Select(d => d.Grams), Dimension.Mass).Named("acid"),
            Working.Sum(plan.Steps.SelectMany(s => s.Plan.Gases).Select(g => g.Leaving), Dimension.Volume).Named("gas that leaves"),
            plan.Product(element),
            plan.Purity(element, draws),
            worth?.Margin,
            [
                .. plan
                    .Remaining.Select(r => new Remains(
                        $"{r.Output.Name}",
                        r.Output.Charge.Element(element).Named($"{name} in {r.Output.Name}")
                    ))
                    .Where(r => r.Grams.Likely > Trace * fed || r.Grams.Range.High > Trace * fed)
                    .OrderByDescending(r => r.Grams.Likely),
            ],
            [.. AgainstOf(plan, draws)]
        );
    }

    private static readonly string[] Acids = ["HNO3", "HCl", "H2SO4"];

    private static Working CostOf(Worth worth) =>
        (
            Working.Zero(Dimension.Money)
            - Working.Sum(
                worth.Lines.Where(l => l.Id is not "paid" && !l.Id.StartsWith("held-", StringComparison.Ordinal)).Select(l => l.Kr),
                Dimension.Money
            )
        ).Named("cost in all");

    /// <summary>Rules that a plan breaks, what the shelf lacks for it, charges that no vessel takes whole.</summary>
    internal static IEnumerable<string> AgainstOf(BatchPlan plan, Draws draws)
    {
        foreach (var step in plan.Steps)
        {
            foreach (var finding in StepSafety.FindingsOf(step, draws))
                yield return $"{step.Plan.Verb}: {finding.Row.Text}";
            foreach (var lacking in step.Plan.Doses.Select(d => d.Lacking).OfType<string>())
                yield return $"{step.Plan.Verb}: {lacking}";
            if (step.Plan.Vessel is { SplitInto: > 1 } vessel)
                yield return $"{step.Plan.Verb}: in {vessel.SplitInto} parts, for the vessels there are";
        }
    }
}
