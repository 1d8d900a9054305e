using BenchmarkDotNet.Attributes;
using Spolium.Core.Equilibrium;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;

namespace Spolium.Benchmarks;

/// <summary>The engine of equilibrium: one state, a curve, the worlds of a dose, and the largest size.</summary>
[MemoryDiagnoser]
[ShortRunJob]
public class EquilibriumBenchmarks
{
    // 10 L with 0.4 mol/L of nitric acid, 20 g/L of copper, 5 of zinc, 3 of nickel.
    private static readonly DosedLiquor Drum = new(
        new[] { ("HNO3", 4.0), ("Cu(NO3)2", 3.147), ("Zn(NO3)2", 0.765), ("Ni(NO3)2", 0.511), ("H2O", 555.1) }.Aggregate(
            Charge.Empty,
            (c, x) => c.Dissolve(x.Item1, Working.Exact(x.Item2, null, Dimension.Substance))
        ),
        "NaHCO3",
        0.99,
        CarbonDioxide.Stirred
    );

    private static readonly Dictionary<string, double> Small = new()
    {
        ["Cu+2"] = 0.1,
        ["NO3-"] = 0.3,
        ["Na+"] = 0.2,
        ["CO3-2"] = 0.15,
    };

    // 30 components with all species and solids that they make.
    private static readonly Dictionary<string, double> Large = Component
        .All.Where(c => c.Id != Component.Proton)
        .Take(30)
        .ToDictionary(c => c.Id, c => c.Id == "NO3-" ? 1.0 : 0.01);

    [Benchmark]
    public double OneState() => Speciation.Of(new(Small)).PH;

    [Benchmark]
    public double LargestSize() => Speciation.Of(new(Large)).PH;

    [Benchmark]
    public double CurveOfFortyPoints() => DoseCurve.Of(Drum, 1000).Points[^1].PH;

    [Benchmark]
    public double ThirtyThreeWorldsOfADose() => DoseReading.Of(Drum, 700).PH.Likely;

    [Benchmark]
    public double AllWorldsOfADose() => DoseReading.Of(Drum, 700, Amount.Draws).PH.Likely;
}
