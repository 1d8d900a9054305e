using BenchmarkDotNet.Attributes;
using Spolium.Core.Quantities;
using Spolium.Core.Solutions;

namespace Spolium.Benchmarks;

/// <summary>Figure to reach: a strength with its interval under 1 ms.</summary>
[MemoryDiagnoser]
[ShortRunJob]
public class StrengthBenchmarks
{
    private readonly WeighedVolume reading = new(
        TypedNumber.Of(68.9, Field.Mass, "g", 0.02),
        VolumeInstrument.Find("cylinder")!.Read(TypedNumber.Of(50, Field.Volume, "mL")),
        new("24 °C", Field.Temperature, 24, "°C", 1)
    );

    [Benchmark]
    public StrengthFound Strength_with_its_interval() => StrengthFinder.Find("HNO3", reading, new Draws("bench"));

    [Benchmark]
    public Recipe Brought_down_to_35_percent()
    {
        var draws = new Draws("bench");
        var found = StrengthFinder.Find("HNO3", reading, draws);
        return Recipes.Dilute(
            "HNO3",
            new Liquid("acid", found.Believed!, 24),
            Working.Exact(68.9, null, Dimension.Mass),
            Liquid.Water(24),
            0.35,
            draws
        );
    }
}
