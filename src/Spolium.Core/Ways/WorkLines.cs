using Spolium.Core.Accounts;
using Spolium.Core.Methods;
using Spolium.Core.Plans;

namespace Spolium.Core.Ways;

/// <summary>Lines of a worth sheet that are no metal and no reagent: handing over, power or gas, filters, gloves, equipment, hands, the
/// sale.</summary>
internal static class WorkLines
{
    public static IEnumerable<WorthLine> Of(BatchPlan plan, WorthTerms terms, Draws draws, List<string> notPriced)
    {
        var spent = plan.SpentLiquor;
        if (!Working.IsNothing(spent))
            if (terms.Prices.OfWork(PriceList.HandOver) is { } fee)
                yield return new(
                    "hand-over",
                    Worth.Less(spent * fee, $"spent liquor handed over, {FigureText.ValueOnly((spent / 1000).Named("").In("kg"))}")
                );
            else
                notPriced.Add("handing over");
        var energy = Energy(plan, draws, terms.Prices.OfWork(PriceList.Gas) is not null);
        if (terms.Prices.OfWork(PriceList.Power) is { } kwh)
            yield return new("power", Worth.Less(energy * kwh, "heat, fan and cell"));
        else
            notPriced.Add("power");
        // An electric furnace takes power, one that burns gas takes gas.
        if (terms.Prices.OfWork(PriceList.Gas) is { } gas && FurnaceHours(plan) is var burning && !Working.IsNothing(burning))
            yield return new("gas", Worth.Less(burning * gas, $"gas of the furnace, {FigureText.ValueOnly(burning)}"));
        var filters = plan.Steps.Count(s => Filters(s.Plan));
        if (filters > 0)
            if (terms.Prices.OfWork(PriceList.Filters) is { } filter)
                yield return new(
                    "filters",
                    Worth.Less(filter * Working.Exact(filters, $"{filters}"), filters == 1 ? "a filter" : $"{filters} filters")
                );
            else
                notPriced.Add("filters");
        foreach (var item in new[] { PriceList.Gloves, PriceList.Equipment })
            if (terms.Prices.OfWork(item) is { } one)
                yield return new(item, Worth.Less(one, one.Label!));
            else
                notPriced.Add(item);
        var hours = terms.Hours ?? plan.Attended;
        if (terms.Prices.OfWork(PriceList.Hands) is { } hour)
            yield return new("hands", Worth.Less(hours * hour, $"hands, {FigureText.ValueOnly(hours)}"));
        else
            notPriced.Add("hours");
        if (terms.Prices.OfWork(PriceList.Sale) is { } sale)
            yield return new("sale", Worth.Less(sale, "the buyer’s charge for the sale"));
    }

    private const string Furnace = "furnace";

    // A liquid is parted from what it holds.
    private static bool Filters(StepPlan step) =>
        step.Outputs.Count > 1
        && step.Outputs.Any(o => o.Charge.Of(Species.Water).Likely > 0)
        && step.Outputs.Any(o => !HoldingKind.IsLiquor(o.Id));

    private static Working FurnaceHours(BatchPlan plan) =>
        Working
            .Sum(
                plan.Steps.Select(s => s.Plan)
                    .SelectMany(step =>
                        Appliances(step)
                            .Where(a => a.Name == Furnace)
                            .Select(a => step.Attended * a.Attended + step.Unattended * a.Unattended)
                    ),
                Dimension.Time
            )
            .Named("hours of the furnace");

    private static IReadOnlyList<Appliance> Appliances(StepPlan step) =>
        step.ByItsOwn ? [] : MethodCatalogue.Find(step.MethodId)?.Card.Appliances ?? [];

    /// <summary>kJ that heaters, fan and cell take: kilowatts of each times its hours.</summary>
    /// <param name="burnsGas">The furnace takes none.</param>
    private static Working Energy(BatchPlan plan, Draws draws, bool burnsGas)
    {
        var parts = new List<Working>();
        foreach (var step in plan.Steps.Select(s => s.Plan))
        {
            foreach (var a in Appliances(step).Where(a => !burnsGas || a.Name != Furnace))
                parts.Add(
                    (draws.Prior("power-" + a.Name) * (step.Attended * a.Attended + step.Unattended * a.Unattended)).Named(
                        $"{step.Verb}, {a.Name.Replace('-', ' ')}"
                    )
                );
            if (step.Gases.Count > 0)
                parts.Add((draws.Prior("power-fan") * step.Attended).Named($"{step.Verb}, fan"));
        }
        return Working.Sum(parts, Dimension.Energy).Named("energy of heaters, fan and cell");
    }
}
