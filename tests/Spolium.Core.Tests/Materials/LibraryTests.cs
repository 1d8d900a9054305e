using Spolium.Core.Chemistry;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Kinetics;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Safety;
using Xunit;

namespace Spolium.Core.Tests.Materials;

/// <summary>The material library, liquors as charges, ways, and charges that are typed by themselves.</summary>
public class LibraryTests
{
    [Fact]
    public void The_library_rises_names_elements_and_marks_that_gates_know()
    {
        Assert.True(MaterialLibrary.All.Count >= 55);
        Assert.All(MaterialLibrary.All, m =>
        {
            Assert.All(m.Lines, l =>
                Assert.True(
                    l.Percent.Low <= l.Percent.Likely && l.Percent.Likely <= l.Percent.High && (l.Percent.High <= 100 || m.IsLiquor),
                    $"{m.Id}: {l.Element}"
                )
            );
            Assert.All(m.Lines, l =>
                Assert.True(l.Element == "plastic" || Elements.BySymbol.ContainsKey(l.Element), $"{m.Id}: {l.Element}")
            );
            Assert.All(m.Marks, k => Assert.Contains(Suspicion.All, s => s.Mark == k));
            Assert.True(m.IsLiquor || m.Lines.Sum(l => l.Percent.Low) <= 100, m.Id);
        });
        // 1/20 of 14 karat is 2.92 %: inside of what rolled gold may hold; cadmium in braze and oxide tips is gated.
        Assert.InRange(100 * 0.585 / 20, 0.3, 4);
        Assert.Contains("cadmium", MaterialLibrary.All.Single(m => m.Id == "ag-cdo-tips").Marks);
        Assert.Contains("mercury", MaterialLibrary.All.Single(m => m.Id == "amalgam").Marks);
    }

    [Theory]
    [InlineData(LiquorKind.Nitrate, "Ag", 0.5)]
    [InlineData(LiquorKind.Chloride, "Au", 1.0)]
    [InlineData(LiquorKind.Sulphate, "Cu", 0.2)]
    [InlineData(LiquorKind.Fixer, "Ag", 0.0)]
    public void A_liquor_has_the_volume_metal_and_acid_that_were_typed_and_is_neutral(LiquorKind kind, string metal, double acid)
    {
        var charge = LiquorFeed.Of(
            kind,
            Working.Given(750, Dimension.Volume, "v", "t"),
            [(metal, Working.Given(20, Dimension.Mass, metal, "t"))],
            Working.Given(acid, Dimension.Substance, "acid", "t"),
            new Draws("liquor")
        );
        Assert.Equal(20, charge.Element(metal).Likely, 1e-9);
        Assert.Equal(750, charge.LiquorVolume(new Draws("liquor")).Likely, 0.5);
        Assert.Equal(0, charge.Moles.Sum(m => m.Value.Likely * m.Key.Parse().Charge), 1e-12);
        if (acid > 0 && metal != "Au")
            Assert.Equal(kind == LiquorKind.Sulphate ? 2 * acid : acid, charge.Of(Species.Proton).Likely, 1e-12);
    }

    [Fact]
    public void A_metal_that_a_liquor_does_not_hold_is_refused()
    {
        Assert.Null(LiquorFeed.SaltOf("Au", LiquorKind.Nitrate));
        Assert.Null(LiquorFeed.SaltOf("Ag", LiquorKind.Chloride));
        Assert.Null(LiquorFeed.SaltOf("Cu", LiquorKind.Fixer));
        Assert.Equal("AgNO3", LiquorFeed.SaltOf("Ag", LiquorKind.Nitrate));
        Assert.Throws<ArgumentException>(() =>
            LiquorFeed.Of(
                LiquorKind.Nitrate,
                Working.Given(100, Dimension.Volume, "v", "t"),
                [("Au", Working.Given(1, Dimension.Mass, "Au", "t"))],
                Working.Zero(Dimension.Substance),
                new Draws("x")
            )
        );
    }

    [Theory]
    [InlineData("25 g", 25, 25, 25)]
    [InlineData("20–30 g", 20, 25, 30)]
    [InlineData("20-30 g", 20, 25, 30)]
    [InlineData("20 to 30 g", 20, 25, 30)]
    [InlineData("2 dwt – 3 dwt", 3.1103, 3.888, 4.6655)]
    [InlineData("5–8–20 g", 5, 8, 20)]
    public void A_range_is_read_as_people_write_it(string text, double low, double likely, double high)
    {
        var (l, m, h, wrong) = RangeText.Read(text, Field.Mass);
        Assert.Null(wrong);
        Assert.Equal(low, l.Value, 1e-3);
        Assert.Equal(likely, m.Value, 1e-3);
        Assert.Equal(high, h.Value, 1e-3);
    }

    [Theory]
    [InlineData("30–20 g")]
    [InlineData("5–20–8 g")]
    [InlineData("1–2–3–4 g")]
    [InlineData("lots")]
    [InlineData("5–6 mL")]
    public void A_range_that_cannot_be_is_refused(string text) => Assert.NotNull(RangeText.Read(text, Field.Mass).Wrong);

    [Fact]
    public void A_tried_charge_becomes_a_lot_that_holds_the_same()
    {
        var spec = new ChargeSpec(
            ChargeKind.Metal,
            [
                new("Au", Given.Grams(4), Given.Grams(5), Given.Grams(6)),
                new("Ag", Given.Grams(2), Given.Grams(2), Given.Grams(2)),
                new("Cu", Given.Grams(13), Given.Grams(13), Given.Grams(13)),
            ]
        );
        var lot = (LotReceived)TriedDecisions.ReceiveTried(State.Empty, "l", "S-1", "alloy", spec).Body!;
        Assert.Equal(20, lot.Amount.Value, 1e-9);
        Assert.Equal(("Cu", 5.0), (lot.Content.Balance, Math.Round(lot.Believed.Single(b => b.Element == "Au").Grams, 6)));
        var liquor = (LotReceived)
            TriedDecisions
                .ReceiveTried(
                    State.Empty,
                    "l",
                    "S-2",
                    "liquor",
                    new(
                        ChargeKind.Nitrate,
                        [new("Ag", Given.Grams(20), Given.Grams(25), Given.Grams(30))],
                        new("400 mL", Field.Volume, 400, "mL")
                    )
                )
                .Body!;
        Assert.Equal((LiquorKind.Nitrate, 25.0), (liquor.Content.Liquor, Math.Round(liquor.Believed.Single().Grams, 6)));
        Assert.Contains(
            TriedDecisions
                .ReceiveTried(
                    State.Empty,
                    "l",
                    "S-3",
                    "cake",
                    new(ChargeKind.SilverChloride, [new("Ag", Given.Grams(5), Given.Grams(5), Given.Grams(5))])
                )
                .Errors,
            e => e.Field == "kind"
        );
    }

    [Fact]
    public void Retreat_rises_with_temperature_and_says_nothing_far_outside()
    {
        var draws = new Draws("retreat");
        foreach (var bath in RetreatRate.Baths)
        {
            var rates = Enumerable
                .Range(0, 12)
                .Select(i => RetreatRate.At(bath, 15 + 8 * i, draws))
                .OfType<Working>()
                .Select(r => r.Likely)
                .ToList();
            Assert.Equal(rates.Order(), rates);
            Assert.Null(RetreatRate.At(bath, 0, draws));
        }
        // Between the columns the logarithm is linear: silver in nitric acid at 41.25 °C is √(4 · 20).
        Assert.Equal(Math.Sqrt(80), RetreatRate.At("ag-nitric", 41.25, draws)!.Likely, 0.01);
        Assert.Null(RetreatRate.At("au-hypochlorite", 60, draws));
        Assert.Throws<KeyNotFoundException>(() => RetreatRate.At("ag-vinegar", 20, draws));
    }
}
