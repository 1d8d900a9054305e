using Spolium.Core.Equilibrium;

namespace Spolium.Core.Materials;

/// <summary>How far carbon dioxide can go.</summary>
public enum CarbonDioxide
{
    /// <summary>Foaming: it leaves against one atmosphere of its own.</summary>
    Foaming,

    /// <summary>Stirred in an open basin.</summary>
    Stirred,

    /// <summary>Stood or blown until it is as the air.</summary>
    Aired,
}

/// <summary>How a dosed liquor stands, in one world.</summary>
/// <param name="Water">kg.</param>
/// <param name="State">To a kilogram of it.</param>
/// <param name="Totals">mol/kg of each component, H+ left out.</param>
/// <param name="Ran">What ran to completion before.</param>
/// <param name="System">Its components: states of the same may lie near each other.</param>
public sealed record DosedState(
    double Water,
    EquilibriumState State,
    IReadOnlyDictionary<string, double> Totals,
    IReadOnlyList<RedoxFirst> Ran,
    string System
)
{
    /// <summary>Share of an element that is dissolved; null where there is none.</summary>
    public double? Dissolved(string element)
    {
        var (all, dissolved) = (0.0, 0.0);
        foreach (var (component, total) in Totals)
            if (DosedLiquor.AtomsIn(component, element) is var n && n > 0)
            {
                all += n * total;
                dissolved += n * Math.Max(0, State.Dissolved.GetValueOrDefault(component));
            }
        return all > 0 ? Math.Min(1, dissolved / all) : null;
    }

    /// <summary>Moles of a solid, or of a gas that left.</summary>
    public double Moles(string id) => Water * State.Solids.GetValueOrDefault(id);
}

/// <summary>
/// A liquor of a vessel as a reagent is dosed into it: what reacts to completion does so first, then equilibrium says what is dissolved and
/// what has fallen, at what pH. Amounts of the vessel are read, never written.
/// </summary>
public sealed class DosedLiquor
{
    // Of the components' sum: less of one is not asked.
    private const double Trace = 1e-12;

    private static readonly Written CarbonDioxideGas = Written.Gases.First(g => g.Id == "CO2(g)");
    private static readonly Dictionary<string, Formula> ComponentFormulas = Component.All.ToDictionary(
        c => c.Id,
        c => Formula.Parse(c.Formula)
    );

    private readonly Charge charge;
    private readonly Species[] reagent;
    private readonly double molarMass;
    private readonly double strength;
    private readonly double celsius;
    private readonly IReadOnlyList<Written> solids;
    private readonly Dictionary<string, EquilibriumSystem> systems = [];

    /// <param name="charge">What is in the vessel.</param>
    /// <param name="reagent">Formula of what is dosed.</param>
    /// <param name="strength">Mass fraction of it in its bottle, above 0 to 1; the rest is water.</param>
    /// <exception cref="NoEquilibriumException">There is no water in it.</exception>
    public DosedLiquor(Charge charge, string reagent, double strength, CarbonDioxide over, double celsius = 25)
    {
        (this.charge, this.strength, this.celsius) = (charge, strength, celsius);
        this.reagent = [.. Species.InVessel(reagent)];
        molarMass = Formula.Parse(reagent).MolarMass;
        var bar = Constants.Get("carbon-dioxide-" + over.ToString().ToLowerInvariant()).Likely;
        // What a gas may leave against is a solid to the engine: some of it goes where there is more than that.
        solids = [.. Written.InTheShop, CarbonDioxideGas with { LogK = CarbonDioxideGas.LogK - Math.Log10(bar) }];
        if (charge.Of(Species.Water).Likely <= 0)
            throw new NoEquilibriumException("", "there is no water in it: it is not a liquor");
    }

    /// <summary>Id of the carbon dioxide that leaves, among the solids of a state.</summary>
    public static string Gas => CarbonDioxideGas.Id;

    /// <summary>Elements that the engine follows in it.</summary>
    public IEnumerable<string> Metals =>
        charge
            .Moles.Where(m => m.Value.Likely > 0 && InTheVessel.Find(m.Key.Formula) is { Parts.Count: > 0 })
            .SelectMany(m => m.Key.Parse().Atoms.Keys)
            .Distinct()
            .Where(e => ElementAtWork.BySymbol.GetValueOrDefault(e) is { Kind: not ElementKind.Other });

    /// <summary>What is dissolved in it and not in the engine, with why.</summary>
    public IEnumerable<(string Formula, string Why)> NotInTheEngine =>
        charge
            .Moles.Where(m => m.Key.Phase == Phase.Aqueous && m.Value.Likely > 0)
            .Select(m => (m.Key.Formula, Seen: InTheVessel.Find(m.Key.Formula)))
            .Where(m => m.Seen?.Parts is null)
            .Select(m => (m.Formula, m.Seen?.Note ?? "it has no constants here"));

    internal static double AtomsIn(string component, string element) => ComponentFormulas[component].Count(element);

    /// <summary>How it stands after so many grams of what is in the bottle.</summary>
    /// <param name="world">0 for the likely one.</param>
    /// <param name="near">How it stands near by: after another dose, or in another world.</param>
    /// <exception cref="NoEquilibriumException">No state meets what is there.</exception>
    public DosedState At(double grams, int world = 0, DosedState? near = null)
    {
        var moles = new Dictionary<Species, double>();
        foreach (var (species, n) in charge.Moles)
            if (species.Phase != Phase.Gas && !species.Locked)
                moles[species] = Math.Max(0, n.Amount[world]);
        var dosed = grams * strength / molarMass;
        foreach (var ion in reagent)
            moles[ion] = moles.GetValueOrDefault(ion) + dosed;
        moles[Species.Water] = moles.GetValueOrDefault(Species.Water) + grams * (1 - strength) / Species.Water.MolarMass;
        Neutralise(moles);
        var ran = RedoxFirst.Run(moles);
        var water = moles[Species.Water] * Species.Water.MolarMass / 1000;
        if (water <= 0)
            throw new NoEquilibriumException("", "there is no water in it: it is not a liquor");
        var totals = new Dictionary<string, double>();
        var (charges, strengthOf, sum) = (0.0, 0.0, 0.0);
        foreach (var (species, n) in moles)
        {
            if (n <= 0 || species == Species.Water)
                continue;
            var seen = InTheVessel.Find(species.Formula);
            if (seen?.Parts is { } parts)
                foreach (var (component, count) in parts)
                    totals[component] = totals.GetValueOrDefault(component) + count * n / water;
            else if (species.Phase == Phase.Aqueous)
            {
                var z = species.Parse().Charge;
                charges += z * n / water;
                strengthOf += 0.5 * z * z * n / water;
                sum += n / water;
            }
        }
        var least = Trace * totals.Values.DefaultIfEmpty().Max();
        foreach (var dust in totals.Where(t => t.Value <= least).Select(t => t.Key).ToList())
            totals.Remove(dust);
        var asked = new EquilibriumAsked(totals, Celsius: celsius, Beside: new(charges, strengthOf, sum));
        var (system, key) = SystemOf(totals.Keys);
        return new(water, Speciation.Of(system, asked, world, near?.System == key ? near.State : null), totals, ran, key);
    }

    // Acid and base that stand in one vessel meet before anything else.
    private static void Neutralise(Dictionary<Species, double> moles)
    {
        var hydroxide = new Species("OH-", Phase.Aqueous);
        var both = Math.Min(moles.GetValueOrDefault(Species.Proton), moles.GetValueOrDefault(hydroxide));
        if (both <= 0)
            return;
        moles[Species.Proton] -= both;
        moles[hydroxide] -= both;
        moles[Species.Water] += both;
    }

    private (EquilibriumSystem System, string Key) SystemOf(IEnumerable<string> components)
    {
        var key = string.Join(' ', components.Order(StringComparer.Ordinal));
        lock (systems)
            return (systems.TryGetValue(key, out var made) ? made : systems[key] = new(key.Split(' '), solids, [], celsius), key);
    }
}
