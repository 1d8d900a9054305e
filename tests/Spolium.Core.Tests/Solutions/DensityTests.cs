using CsCheck;
using Spolium.Core.Quantities;
using Spolium.Core.Solutions;
using Xunit;

namespace Spolium.Core.Tests.Solutions;

public class DensityTests
{
    private static IReadOnlyList<DensityRow> Rows(DensityTable table) =>
        [.. from t in table.Temperatures from p in table.Strengths select table.Around(p, t)[0]];

    [Fact]
    public void Seven_liquids_have_a_table() =>
        Assert.Equal(["H2O2", "H2SO4", "HCl", "HNO3", "KOH", "NH3", "NaOH"], DensityTable.BySolute.Keys.Order(StringComparer.Ordinal));

    [Fact]
    public void A_table_gives_its_own_points_and_finds_the_strength_of_each()
    {
        foreach (var table in DensityTable.BySolute.Values)
        foreach (var row in Rows(table))
        {
            Assert.Equal(row.DensityGPerMl, table.Density(row.Percent, row.TemperatureC)!.Value, 1e-12);
            if (row.Solute == "H2SO4" && row.Percent > 93)
                continue;
            Assert.Contains(table.Percents(row.DensityGPerMl, row.TemperatureC), p => Math.Abs(p - row.Percent) < 0.1);
        }
    }

    [Fact]
    public void Each_inner_row_at_20_degrees_is_found_from_the_others()
    {
        foreach (var table in DensityTable.BySolute.Values)
        {
            var all = Rows(table);
            foreach (var left in table.Strengths.Skip(1).SkipLast(1).Where(p => table.Solute != "H2SO4" || p <= 93))
            {
                var without = new DensityTable([.. all.Where(r => r.Percent != left)]);
                var wanted = all.Single(r => r.Percent == left && r.TemperatureC == 20);
                var found = without.Percents(wanted.DensityGPerMl, 20).MinBy(p => Math.Abs(p - left));
                Assert.True(Math.Abs(found - left) < 0.15, $"{table.Solute} {left} %: {found}");
            }
        }
    }

    [Fact]
    public void Strength_to_density_and_back_is_the_same_strength() =>
        Gen.Select(Given.OneOf([.. DensityTable.BySolute.Values]), Gen.Double[0.01, 0.999], Gen.Double[0, 1])
            .Sample(
                (table, along, warm) =>
                {
                    var t = table.ColdestC + warm * (table.WarmestC - table.ColdestC);
                    // Up to the maximum of sulphuric acid; past it there are two answers, and one of them must be it.
                    var percent = along * table.MostPercent;
                    var density = table.Density(percent, t)!.Value;
                    Assert.Contains(table.Percents(density, t), p => Math.Abs(p - percent) < 1e-5 * Math.Max(1, percent));
                }
            );

    [Fact]
    public void Between_two_rows_the_density_lies_between_them() =>
        Gen.Select(Given.OneOf([.. DensityTable.BySolute.Values]), Gen.Double[0, 1], Gen.Double[0, 1])
            .Sample(
                (table, along, warm) =>
                {
                    var t = table.ColdestC + warm * (table.WarmestC - table.ColdestC);
                    var percent = along * table.MostPercent;
                    var around = table.Around(percent, t).Select(r => r.DensityGPerMl).ToList();
                    var density = table.Density(percent, t)!.Value;
                    Assert.InRange(density, around.Min() - 1e-12, around.Max() + 1e-12);
                }
            );

    [Fact]
    public void Sulphuric_acid_has_two_strengths_of_one_density_near_its_maximum()
    {
        var table = DensityTable.BySolute["H2SO4"];
        Assert.Equal(2, table.Percents(table.Density(99.5, 20)!.Value, 20).Count);
        Assert.Single(table.Percents(table.Density(92, 20)!.Value, 20));
        Assert.InRange(table.Densest(20).Percent, 97, 98.5);
    }

    [Theory]
    [InlineData("HNO3", 1.62, 20)]
    [InlineData("HNO3", 1.2, 130)]
    [InlineData("NH3", 1.05, 20)]
    public void Outside_of_the_table_there_is_no_answer(string solute, double density, double temperature) =>
        Assert.Empty(DensityTable.BySolute[solute].Percents(density, temperature));

    [Fact]
    public void A_grid_with_a_hole_or_a_hump_is_refused()
    {
        var rows = Rows(DensityTable.BySolute["HCl"]);
        Assert.Throws<InvalidDataException>(() => new DensityTable([.. rows.Skip(1)]));
        var humped = rows.Select((r, i) => i == 5 ? r with { DensityGPerMl = 2 } : r).ToList();
        Assert.Throws<InvalidDataException>(() => new DensityTable(humped));
    }

    [Theory]
    [InlineData(DensityScale.BaumeHeavy, 42, 1.4063)]
    [InlineData(DensityScale.BaumeHeavy, 0, 0.99904)]
    [InlineData(DensityScale.BaumeLight, 26, 0.8966)]
    [InlineData(DensityScale.Gravity20, 1.4, 1.3975)]
    [InlineData(DensityScale.Gravity4, 1.4, 1.39996)]
    public void Scales_of_a_hydrometer_become_density_and_back(DensityScale scale, double reading, double density)
    {
        var got = DensityScales.ToDensity(Working.Exact(reading), scale);
        Assert.Equal(density, got.Likely, 2e-4);
        Assert.Equal(reading, DensityScales.FromDensity(got, scale).Likely, 1e-9);
    }

    [Fact]
    public void A_mixed_liquor_of_one_acid_has_the_density_of_its_table()
    {
        var draws = new Draws("test");
        foreach (var (solute, percent) in new[] { ("HCl", 10.0), ("HNO3", 20.0), ("NaCl", 15.0) })
        {
            var (volume, outside) = MixedLiquor.Volume(
                Grams(100 - percent),
                [(solute, Grams(percent))],
                Working.Zero(Dimension.Volume),
                20,
                draws
            );
            var density = 100 / volume.Likely;
            var wanted = DensityTable.BySolute.TryGetValue(solute, out var t) ? t.Density(percent, 20)!.Value : 1.1085;
            Assert.Equal(wanted, density, 0.01);
            Assert.Null(outside);
            Assert.True(volume.Range.Width > 0);
        }
        var (_, flagged) = MixedLiquor.Volume(Grams(40), [("Cu(NO3)2", Grams(60))], Working.Zero(Dimension.Volume), 20, draws);
        Assert.Contains("Cu(NO3)2", flagged);
    }

    [Fact]
    public void Strengths_are_told_in_the_units_of_labels()
    {
        var (fraction, density) = (Working.Exact(0.37), Working.Exact(1.1837, null, Dimension.Density));
        Assert.Equal(12.01, StrengthUnits.MolesPerLitre("HCl", fraction, density).Likely, 0.005);
        Assert.Equal(109.5, (Working.Exact(250, null, Dimension.Volume) * density * fraction).Likely, 0.05);
        Assert.Equal(437.97, StrengthUnits.GramsPerLitre(fraction, density).Likely, 0.01);
        Assert.Equal(16.11, StrengthUnits.MolesPerKilogramWater("HCl", fraction).Likely, 0.01);
        // 3 % of 1.0095 g/mL: 30.29 g/L, 0.8903 mol/L, half of it oxygen.
        var peroxide = StrengthUnits.VolumeStrength(Working.Exact(0.03), Working.Exact(1.0095, null, Dimension.Density));
        Assert.Equal(9.977, peroxide.Likely, 0.01);
        // 5 % NaOCl is 4.76 % active chlorine.
        Assert.Equal(
            51.43,
            StrengthUnits.ActiveChlorineGramsPerLitre(Working.Exact(0.05), Working.Exact(1.08, null, Dimension.Density)).Likely,
            0.01
        );
        Assert.Equal(0.05, StrengthUnits.HypochloriteFromActiveChlorine(Working.Exact(0.05 / 1.05)).Likely, 1e-9);
    }

    private static Working Grams(double g) => Working.Exact(g, null, Dimension.Mass);
}
