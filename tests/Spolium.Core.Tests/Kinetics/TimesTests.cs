using Spolium.Core.Kinetics;
using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Kinetics;

/// <summary>Filtering, cooling, boiling against hand calculations, at the likely value of what is not known.</summary>
public class TimesTests
{
    private static readonly Draws Draws = new("times");

    private static Working Ml(double v) => Working.Given(v, Dimension.Volume, "v", "t");

    private static Working G(double m) => Working.Given(m, Dimension.Mass, "m", "t");

    [Fact]
    public void A_litre_through_slow_paper_by_gravity()
    {
        // µ 1.5e-3, R 3 · 1.8e10, V 1e-3, A π 0.15²/4 = 0.01767, ΔP 1000: 1.5e-3 · 5.4e10 · 1e-3/(0.01767 · 1000) = 4584 s.
        Assert.Equal(4584 / 3600.0, Filtering.Hours(Ml(1000), G(0), "metal-powder", "slow", 150, false, Draws).Likely, 0.01);
        // 20 g of silver chloride in it: 1.5e-3 · 5e10 · 20 · 1e-6/(2 · 0.01767² · 1000) = 2402 s more.
        Assert.Equal((4584 + 2402) / 3600.0, Filtering.Hours(Ml(1000), G(20), "silver-chloride", "slow", 150, false, Draws).Likely, 0.02);
        Assert.Equal(
            60,
            Filtering.Hours(Ml(1000), G(0), "metal-powder", "slow", 150, false, Draws).Likely
                / Filtering.Hours(Ml(1000), G(0), "metal-powder", "slow", 150, true, Draws).Likely,
            0.1
        );
        Assert.Equal(0, Filtering.Hours(Ml(0), G(0), "metal-powder", "slow", 150, false, Draws).Likely);
    }

    [Fact]
    public void A_litre_cools_in_ice_from_25_to_8()
    {
        // 1000 g · 4.18 J/gK/(200 · 0.03) = 697 s; ln(24/7) = 1.232: 858 s.
        Assert.Equal(858 / 3600.0, Cooling.Hours(G(1000), 0.03, 25, 8, 1, "ice", Draws).Likely, 0.002);
        Assert.True(Cooling.Hours(G(1000), 0.03, 25, 8, 1, "air-covered", Draws).Likely > 10 * 858 / 3600.0);
        Assert.Throws<ArgumentOutOfRangeException>(() => Cooling.Hours(G(1000), 0.03, 25, 8, 8, "ice", Draws));
    }

    [Fact]
    public void A_kilogram_boils_off_and_evaporates()
    {
        // 0.627 kWh/(0.4 kW · 0.5) = 3.135 h; below the boil at 80 °C: 0.4 · 0.01 · 30.7 · 0.539 · 0.8 = 0.05295 kg/h.
        Assert.Equal(3.135, Boiling.Hours(G(1000), 400, Draws).Likely, 0.001);
        Assert.Equal(1 / 0.05295, Boiling.EvaporatingHours(G(1000), 0.01, 80, Draws).Likely, 0.02);
        Assert.True(
            Boiling.EvaporatingHours(G(1000), 0.01, 60, Draws).Likely > 3 * Boiling.EvaporatingHours(G(1000), 0.01, 80, Draws).Likely
        );
    }
}
