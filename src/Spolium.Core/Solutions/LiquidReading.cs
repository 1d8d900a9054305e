namespace Spolium.Core.Solutions;

/// <summary>
/// What was measured of a liquid to learn its density: a weighed volume, or a hydrometer in one of its scales. Readings are drawn by their
/// own names, so that a changed ± of one leaves the others as they were.
/// </summary>
public abstract record LiquidReading(TypedNumber TemperatureC)
{
    /// <summary>Density in g/mL at the temperature of the reading.</summary>
    public abstract Working Density(Draws draws);

    /// <summary>Name and amount of each thing that was read, for asking which of them blurs the answer most.</summary>
    public abstract IReadOnlyList<(string Name, Working Value)> Parts(Draws draws);

    /// <summary>Temperature of the liquid in °C, a bare number with its own unit.</summary>
    public Working Temperature(Draws draws) =>
        draws.Once("temperature", (d, n) =>
            Working.Given(Wide(d, n, TemperatureC), Dimension.None, "temperature of the liquid", "read: " + TemperatureC.Text).In("°C")
        );

    // A temperature may be below zero: it is not clipped as a mass would be.
    private static Amount Wide(Draws draws, string name, TypedNumber t) =>
        draws.Spread(name, new(t.Value - t.PlusMinus, t.Value, t.Value + t.PlusMinus), Spread.Shift);

    protected static Working Read(Draws draws, string name, TypedNumber value, Dimension dimension, string label) =>
        draws.Once(name, (d, n) =>
            Working.Given(
                d.Reading(n, value.Value, value.Sigma),
                dimension,
                label,
                $"read: {value.Text}{(value.Instrument is { } i ? $", {i}" : "")}"
            )
        );
}

/// <summary>A volume that was weighed, the vessel taken off.</summary>
public sealed record WeighedVolume(TypedNumber Mass, TypedNumber Volume, TypedNumber TemperatureC) : LiquidReading(TemperatureC)
{
    private Working Grams(Draws d) => Read(d, "mass", Mass, Dimension.Mass, "mass of the liquid");

    private Working Millilitres(Draws d) => Read(d, "volume", Volume, Dimension.Volume, "its volume");

    public override Working Density(Draws draws) => (Grams(draws) / Millilitres(draws)).Named("density");

    public override IReadOnlyList<(string, Working)> Parts(Draws draws) =>
        [("mass", Grams(draws)), ("volume", Millilitres(draws)), ("temperature", Temperature(draws))];
}

/// <summary>Scales of a hydrometer or pycnometer.</summary>
public enum DensityScale
{
    /// <summary>g/mL at the temperature of the liquid.</summary>
    GramsPerMl,

    /// <summary>Density over that of water at 4 °C.</summary>
    Gravity4,

    /// <summary>Density over that of water at 15 °C.</summary>
    Gravity15,

    /// <summary>Density over that of water at 20 °C.</summary>
    Gravity20,

    /// <summary>Density over that of water at 60 °F.</summary>
    Gravity60F,

    /// <summary>Degrees Baumé, heavier than water: 145 − 145/d.</summary>
    BaumeHeavy,

    /// <summary>Degrees Baumé, lighter than water: 140/d − 130.</summary>
    BaumeLight,
}

/// <summary>A density read off a hydrometer.</summary>
public sealed record HydrometerReading(TypedNumber Value, DensityScale Scale, TypedNumber TemperatureC) : LiquidReading(TemperatureC)
{
    private Working Number(Draws d) =>
        Read(d, "hydrometer", Value, Scale == DensityScale.GramsPerMl ? Dimension.Density : Dimension.None, "hydrometer");

    public override Working Density(Draws draws) => DensityScales.ToDensity(Number(draws), Scale).Named("density");

    public override IReadOnlyList<(string, Working)> Parts(Draws draws) =>
        [("hydrometer", Number(draws)), ("temperature", Temperature(draws))];
}
