using Spolium.Core.Deciding;
using Spolium.Core.Quantities;
using Spolium.Core.Solutions;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>A strength as it was typed, and what is said beside it.</summary>
public class TypedStrengthTests
{
    private static TypedNumber Share(string text) => QuantityParser.Read(text, Field.Share).Number!;

    private static (Working? Fraction, FieldError? Wrong) Nitric(string text) =>
        TypedStrength.Tabled(DensityTable.BySolute["HNO3"], LabelUnit.MassPercent, Share(text), 20, new Draws("t"));

    [Fact]
    public void Of_a_liquid_with_a_table()
    {
        Assert.Equal(0.68, Nitric("68 %").Fraction!.Likely, 6);
        var hcl = TypedStrength.Tabled(DensityTable.BySolute["HCl"], LabelUnit.MassPercent, Share("80 %"), 20, new Draws("t")).Wrong!;
        Assert.Contains("hydrochloric acid", hcl.Reason);
        Assert.Equal("8 %", hcl.Becomes);
    }

    [Fact]
    public void Of_bleach_and_solids()
    {
        Assert.Equal(0.99, TypedStrength.Untabled(LabelUnit.MassPercent, Share("99 %"), null).Test!.Fraction, 9);
        Assert.Contains("more than the whole", TypedStrength.Untabled(LabelUnit.ActiveChlorinePercent, Share("97 %"), null).Wrong!.Reason);
        var litre = QuantityParser.Read("120 g/L", Field.Concentration).Number!;
        Assert.Contains("density", TypedStrength.Untabled(LabelUnit.ActiveChlorineGramsPerLitre, litre, null).Wrong!.Reason);
        // 120 g of active chlorine in 1.2 kg: a tenth, times NaOCl over Cl2 (74.44/70.91).
        Assert.Equal(0.105, TypedStrength.Untabled(LabelUnit.ActiveChlorineGramsPerLitre, litre, 1.2).Test!.Fraction, 0.0005);
    }

    [Theory]
    [InlineData("HNO3", 0.9, "Fuming", "Red acid")]
    [InlineData("HNO3", 0.6, "Burns skin", "salts")]
    [InlineData("H2O2", 0.3, "Bursts", "salts")]
    [InlineData("H2O2", 0.03, "Bleaches", "salts")]
    [InlineData("NaOH", 0.3, "Blinds", "salts")]
    public void What_is_said_beside_a_strength(string solute, double fraction, string caution, string note)
    {
        Assert.Contains(caution, LiquidWords.Caution(solute, fraction));
        Assert.Contains(note, LiquidWords.Note(solute, fraction));
    }

    [Fact]
    public void Units_that_hang_on_a_strength_are_left_out_where_only_a_bound_is_known()
    {
        var (fraction, density) = (Working.Exact(0.3), Working.Exact(1.1, null, Dimension.Density));
        IEnumerable<string> Keys(Working? d, bool onlyAbove) => StrengthUnits.Others("H2O2", fraction, d, onlyAbove).Select(o => o.Key);
        Assert.Equal(["molar", "grams-per-litre", "molal", "volumes", "baume", "gravity"], Keys(density, false));
        Assert.Equal(["baume", "gravity"], Keys(density, true));
        Assert.Empty(Keys(null, false));
    }
}
