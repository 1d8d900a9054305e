using System.Collections.Concurrent;

namespace Spolium.Core.Chemistry;

/// <summary>Molar masses and gas volumes as workings.</summary>
public static class Molar
{
    private static readonly ConcurrentDictionary<string, Working> Masses = new();

    /// <summary>Molar mass in g/mol.</summary>
    public static Working Mass(string formula) =>
        Masses.GetOrAdd(formula, f => Working.Exact(Species.Of(f).MolarMass, null, Dimension.MolarMass));

    /// <summary>Moles of a pure substance in so many grams.</summary>
    public static Working Moles(Working grams, string formula) => grams / Mass(formula);

    /// <summary>Grams of so many moles.</summary>
    public static Working Grams(Working moles, string formula) => moles * Mass(formula);

    /// <summary>Share of an element in a pure substance, 0 to 1.</summary>
    public static Working Share(string element, string formula) =>
        (Mass(element) * Species.Of(formula).Count(element) / Mass(formula)).Named($"share of {Elements.Of(element).Name} in {formula}");

    /// <summary>Grams of a compound that hold so many grams of one of its elements.</summary>
    public static Working Holding(Working grams, string element, string formula) => grams / Share(element, formula);

    /// <summary>Millilitres of gas at 25 °C, 1 atm.</summary>
    public static Working GasVolume(Working moles) => moles * Constants.MolarGasVolume;

    /// <summary>Grams of the form at hand that hold so many grams of the substance wanted (a hydrate for its salt), formula for
    /// formula.</summary>
    public static Working InForm(Working grams, string wanted, string have) => grams * Mass(have) / Mass(wanted);
}
