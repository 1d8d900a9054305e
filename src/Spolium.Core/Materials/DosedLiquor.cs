using System.Collections.Concurrent;
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
/// <param name="Beside">What is dissolved and not in the engine.</param>
/// <param name="Ran">What ran to completion before.</param>
/// <param name="System">Its components: states of the same may lie near each other.</param>
public sealed record DosedState(
    double Water,
    EquilibriumState State,
    IReadOnlyDictionary<string, double> Totals,
    Bystanders Beside,
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

    /// <summary>Grams of an element in all that the engine follows.</summary>
    public double GramsOf(string element) =>
        Water * Totals.Sum(t => DosedLiquor.AtomsIn(t.Key, element) * t.Value) * Molar.Mass(element).Likely;

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
    private static readonly Species Hydroxide = new("OH-", Phase.Aqueous);
    private static readonly Dictionary<string, Formula> ComponentFormulas = Component.All.ToDictionary(
        c => c.Id,
        c => Formula.Parse(c.Formula)
    );

    private readonly Charge charge;
    private readonly IReadOnlyList<Species> reagent;
    private readonly double molarMass;
    private readonly double strength;
    private readonly double celsius;
    private readonly IReadOnlyList<Written> solids;
    private readonly string atmosphere;

    // Made once for a set of components under a gas: many liquors, and one that is moved a little, are of the same.
    private static readonly ConcurrentDictionary<string, EquilibriumSystem> Systems = new();
    private const int MostSystems = 200;

    // What was dosed and filtered off before; null where nothing was.
    private readonly (DosedLiquor Liquor, double Grams)? before;
    private readonly ConcurrentDictionary<int, DosedState> filtered = [];

    /// <param name="charge">What is in the vessel.</param>
    /// <param name="reagent">Formula of what is dosed.</param>
    /// <param name="strength">Mass fraction of it in its bottle, above 0 to 1; the rest is water.</param>
    /// <exception cref="NoEquilibriumException">There is no water in it.</exception>
    public DosedLiquor(Charge charge, string reagent, double strength, CarbonDioxide over, double celsius = 25)
    {
        (this.charge, this.strength, this.celsius) = (charge, strength, celsius);
        this.reagent = Species.InVessel(reagent);
        molarMass = Formula.Parse(reagent).MolarMass;
        var bar = Constants.Get("carbon-dioxide-" + over.ToString().ToLowerInvariant()).Likely;
        // What a gas may leave against is a solid to the engine: some of it goes where there is more than that.
        atmosphere = $"{over} {celsius}";
        solids = [.. Written.InTheShop, CarbonDioxideGas with { LogK = CarbonDioxideGas.LogK - Math.Log10(bar) }];
        if (charge.Of(Species.Water).Likely <= 0)
            throw new NoEquilibriumException("", "there is no water in it: it is not a liquor");
    }

    private DosedLiquor(DosedLiquor before, double grams, string reagent, double strength, CarbonDioxide over)
        : this(before.charge, reagent, strength, over, before.celsius) => this.before = (before, grams);

    /// <summary>Id of the carbon dioxide that leaves, among the solids of a state.</summary>
    public static string Gas => CarbonDioxideGas.Id;

    /// <summary>What runs off the filter after so many grams, as another reagent is dosed into it.</summary>
    public DosedLiquor Filtered(double grams, string then, double strengthOfIt, CarbonDioxide over) =>
        new(this, grams, then, strengthOfIt, over);

    /// <summary>A guess of Spolium's is among what is believed to be in it.</summary>
    public bool RestsOnGuess => charge.Moles.Any(m => m.Value.RestsOnGuess);

    /// <summary>Elements that the engine follows in it.</summary>
    public IReadOnlyList<string> Metals =>
        [
            .. charge
                .Moles.Where(m => m.Value.Likely > 0 && InTheVessel.Find(m.Key.Formula) is { Parts.Count: > 0 })
                .SelectMany(m => m.Key.Parse().Atoms.Keys)
                .Distinct()
                .Where(e => ElementAtWork.BySymbol.GetValueOrDefault(e) is { Kind: not ElementKind.Other }),
        ];

    /// <summary>What is dissolved in it and not in the engine, with why.</summary>
    public IReadOnlyList<(string Formula, string Why)> NotInTheEngine =>
        [
            .. charge
                .Moles.Where(m => m.Key.Phase == Phase.Aqueous && m.Value.Likely > 0)
                .Select(m => (m.Key.Formula, Seen: InTheVessel.Find(m.Key.Formula)))
                .Where(m => m.Seen?.Parts is null)
                .Select(m => (m.Formula, m.Seen?.Note ?? "it has no constants here")),
        ];

    internal static double AtomsIn(string component, string element) => ComponentFormulas[component].Count(element);

    /// <summary>Moles of base that it takes in a world, as far as its charges tell: free acid, and what metals bind.</summary>
    public double Takes(int world) =>
        charge
            .Moles.Where(m => m.Key.Phase == Phase.Aqueous)
            .Sum(m => m.Key == Hydroxide ? -m.Value.Amount[world] : Math.Max(0, m.Key.Parse().Charge) * m.Value.Amount[world]);

    /// <summary>How it stands after so many grams of what is in the bottle.</summary>
    /// <param name="world">0 for the likely one.</param>
    /// <param name="near">How it stands near by: after another dose, or in another world.</param>
    /// <exception cref="NoEquilibriumException">No state meets what is there.</exception>
    public DosedState At(double grams, int world = 0, DosedState? near = null)
    {
        var moles = new Dictionary<Species, double>();
        if (before is null)
            foreach (var (species, n) in charge.Moles)
                if (species.Phase != Phase.Gas && !species.Locked)
                    moles[species] = Math.Max(0, n.Amount[world]);
        var dosed = grams * strength / molarMass;
        foreach (var ion in reagent)
            moles[ion] = moles.GetValueOrDefault(ion) + dosed;
        moles[Species.Water] = moles.GetValueOrDefault(Species.Water) + grams * (1 - strength) / Species.Water.MolarMass;
        Meet(moles, Species.Proton, Hydroxide);
        var ran = RedoxFirst.Run(moles);
        var components = new Dictionary<string, double>();
        var (charges, strengthOf, sum) = (0.0, 0.0, 0.0);
        var water = moles[Species.Water] * Species.Water.MolarMass / 1000;
        if (before is var (liquor, poured))
        {
            var stood = filtered.GetOrAdd(world, w => liquor.At(poured, w));
            water += stood.Water;
            foreach (var (component, dissolved) in stood.State.Dissolved)
                if (component != Component.Proton)
                    components[component] = Math.Max(0, dissolved) * stood.Water;
            charges = stood.Beside.Charge * stood.Water;
            strengthOf = stood.Beside.IonicStrength * stood.Water;
            sum = stood.Beside.Molality * stood.Water;
        }
        if (water <= 0)
            throw new NoEquilibriumException("", "there is no water in it: it is not a liquor");
        foreach (var (species, n) in moles)
        {
            if (n <= 0 || species == Species.Water)
                continue;
            if (InTheVessel.Find(species.Formula)?.Parts is { } parts)
                foreach (var (component, count) in parts)
                    components[component] = components.GetValueOrDefault(component) + count * n;
            else if (species.Phase == Phase.Aqueous)
            {
                var z = species.Parse().Charge;
                charges += z * n;
                strengthOf += 0.5 * z * z * n;
                sum += n;
            }
        }
        var least = Trace * components.Values.DefaultIfEmpty().Max();
        var totals = components.Where(t => t.Value > least).ToDictionary(t => t.Key, t => t.Value / water);
        var beside = new Bystanders(charges / water, strengthOf / water, sum / water);
        var key = string.Join(' ', totals.Keys.Order(StringComparer.Ordinal));
        if (Systems.Count > MostSystems)
            Systems.Clear();
        var system = Systems.GetOrAdd($"{atmosphere} {key}", _ => new EquilibriumSystem(
            key.Split(' ', StringSplitOptions.RemoveEmptyEntries),
            solids,
            [],
            celsius
        ));
        var state = Speciation.Of(system, new(totals, Celsius: celsius, Beside: beside), world, near?.System == key ? near.State : null);
        return new(water, state, totals, beside, ran, key);
    }

    // Acid and base that stand in one vessel meet before anything else.
    private static void Meet(Dictionary<Species, double> moles, Species acid, Species hydroxide)
    {
        var both = Math.Min(moles.GetValueOrDefault(acid), moles.GetValueOrDefault(hydroxide));
        if (both <= 0)
            return;
        moles[acid] -= both;
        moles[hydroxide] -= both;
        moles[Species.Water] += both;
    }
}
