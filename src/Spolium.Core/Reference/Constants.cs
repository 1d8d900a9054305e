namespace Spolium.Core.Reference;

/// <summary>Constants of Reference/constants.csv as workings, so that their source travels with every figure.</summary>
public static class Constants
{
    private static readonly Dictionary<string, Working> ById = ReferenceTable
        .Read(
            "constants.csv",
            r => (Id: r.Text("id"), Value: Working.Given(r.Number("value"), Of(r.Text("unit")), r.Text("label"), r.Source)),
            "id"
        )
        .ToDictionary(c => c.Id, c => c.Value);

    public static Working Get(string id) => ById[id];

    /// <summary>mL per mole of gas at 25 °C, 1 atm.</summary>
    public static Working MolarGasVolume => Get("molar-gas-volume");

    /// <summary>The dimension of a unit as the data files write it.</summary>
    public static Dimension Of(string unit) =>
        unit switch
        {
            "" => Dimension.None,
            "mL/mol" => Dimension.MolarVolume,
            "mL/g" => Dimension.Volume / Dimension.Mass,
            "mol²/mL²" => Dimension.Substance * Dimension.Substance / Dimension.Volume / Dimension.Volume,
            "mL²/mol²" => Dimension.Volume * Dimension.Volume / Dimension.Substance / Dimension.Substance,
            "mol/mL" => Dimension.Substance / Dimension.Volume,
            "mL" => Dimension.Volume,
            "g" => Dimension.Mass,
            "mol" => Dimension.Substance,
            "g/mL" => Dimension.Density,
            "h" => Dimension.Time,
            "kJ/h" => Dimension.Energy / Dimension.Time,
            "g/h" => Dimension.Mass / Dimension.Time,
            "1/h" => Dimension.None / Dimension.Time,
            "K" => Dimension.Temperature,
            "kJ/g" => Dimension.Energy / Dimension.Mass,
            "kJ/g/K" => Dimension.Energy / Dimension.Mass / Dimension.Temperature,
            // Lengths only meet lengths, as rates do: they cancel inside one formula and need no dimension of their own.
            "µm/min" or "mm/h" => Dimension.None,
            _ => throw new InvalidDataException($"'{unit}' is not a unit of the data files."),
        };
}
