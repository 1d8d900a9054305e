using CsCheck;
using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Solutions;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Workshop;

/// <summary>What must hold of the shelf whatever is done with it.</summary>
public class ShelfLawsTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);
    private static readonly IReadOnlyList<Entry> Demo = DemoAt.Entries(Now);
    private static readonly Ledger Shop = Ledger.Of(Demo);

    private static Ledger With(Ledger ledger, EntryBody body) =>
        ledger.With(new Entry($"more {ledger.State.Entries.Count}", [], Now, Now, "AV", body));

    [Fact]
    public void Levels_of_the_demo_are_what_its_postings_say()
    {
        foreach (var b in Shop.State.Shelf.Values)
        {
            Assert.Equal(b.Moves.Sum(m => m.Grams), b.Grams, 1e-9);
            Assert.Equal(b.Grams, Shop.Book.Grams(Account.Shelf(b.Id), Account.Contents), 1e-4);
        }
        foreach (var g in Shop.Book.Postings.GroupBy(p => (p.EntryId, p.Element)))
            Assert.Equal(0, g.Sum(p => p.Micrograms));
    }

    [Fact]
    public void Whatever_may_be_taken_back_leaves_the_shelf_as_if_it_had_never_been()
    {
        foreach (var entry in Demo.Where(e => e.Body is BottlesReceived or BottleTested or DoseAdded))
        {
            if (Corrections.Refuse(Shop.State, entry.Id) is not null)
                continue;
            var back = With(Shop, new Correction([entry.Id], "wrong", null));
            var never = Ledger.Of(Demo.Where(e => e.Id != entry.Id));
            Assert.Equal(never.State.Shelf.Keys.Order(StringComparer.Ordinal), back.State.Shelf.Keys.Order(StringComparer.Ordinal));
            foreach (var b in never.State.Shelf.Values)
            {
                Assert.Equal(b.Grams, back.State.Shelf[b.Id].Grams, 1e-9);
                Assert.Equal(b.Tests.Count, back.State.Shelf[b.Id].Tests.Count);
            }
        }
    }

    [Fact]
    public void A_bottle_older_is_never_stronger() =>
        Gen.Select(Given.OneOf("NaOCl", "H2O2"), Gen.Double[0.01, 0.12], Gen.Int[0, 1500], Gen.Int[1, 400])
            .Sample(
                (formula, fraction, days, more) =>
                {
                    var draws = new Draws("aged");
                    var sooner = Ageing.After(formula, Working.Exact(fraction), days, draws);
                    var later = Ageing.After(formula, Working.Exact(fraction), days + more, draws);
                    for (var w = 0; w < Amount.Worlds; w += 16)
                        Assert.InRange(later.Amount[w], 0, sooner.Amount[w] + 1e-12);
                }
            );

    [Theory]
    [InlineData(10, 0.00045, 222, 5)]
    [InlineData(5, 0.00025, 800, 2.5)]
    public void Bleach_halves_when_the_rule_says(double percent, double k, double days, double left) =>
        Assert.Equal(left, Ageing.BleachPercent(Working.Exact(percent), Working.Exact(k), Working.Exact(days)).Likely, 0.01);

    [Fact]
    public void Warmth_speeds_bleach_up_by_its_factor_in_ten_kelvins()
    {
        // At 20 °C, five kelvins below the reference: the factor to the power of a half, downwards.
        var draws = new Draws("warm");
        var left = Ageing.After("NaOCl", Working.Exact(0.10), 100, draws).Likely;
        var k = 0.00045 / Math.Sqrt(3.5);
        Assert.Equal(0.10 / (1 + 10 * k * 100), left, 1e-4);
    }

    [Fact]
    public void A_test_of_strength_says_how_it_was_done_and_keeps_its_readings()
    {
        var test = Shop.State.Shelf["N-2"].Strength;
        Assert.Equal("weighed volume", test.How);
        Assert.Equal(["65.3 g", "50 mL", "21 °C"], test.Readings.Select(r => r.Text));
        // By hand: 1.306 g/mL at 21 °C.
        Assert.Equal(DensityTable.BySolute["HNO3"].Percents(1.306, 21)[0] / 100, test.Fraction, 1e-9);
        Assert.InRange(test.PlusMinus, 0.001, 0.006);
        Assert.Throws<ArgumentException>(() =>
            StrengthFinder
                .Find(
                    "HNO3",
                    new HydrometerReading(
                        TypedNumber.Of(1.9, Field.Density, "g/mL"),
                        DensityScale.GramsPerMl,
                        TypedNumber.Of(20, Field.Temperature, "°C")
                    ),
                    new Draws("x")
                )
                .AsTest("hydrometer", [])
        );
    }

    [Fact]
    public void Batches_that_pour_from_one_bottle_take_what_both_poured()
    {
        var poured = Shop
            .State.Batches.Values.SelectMany(b => b.Steps.Values)
            .SelectMany(s => s.Pours)
            .Where(p => p.BottleId == "N-1")
            .Sum(p => p.Grams);
        Assert.Equal(Shop.State.Shelf["N-1"].ReceivedGrams - poured, Shop.State.Shelf["N-1"].Grams, 1e-9);
        Assert.Equal(
            poured,
            Shop.State.Batches.Keys.Sum(b => Shop.Book.Grams(Account.Used(b), Account.Contents))
                - Shop.State.Batches.Values.SelectMany(b => b.Steps.Values)
                    .SelectMany(s => s.Pours)
                    .Where(p => p.BottleId != "N-1" && p.BottleId != "water")
                    .Sum(p => p.Grams),
            1e-3
        );
    }

    [Fact]
    public void A_pour_keeps_the_strength_of_its_day_when_the_bottle_is_tested_later()
    {
        var tested = With(Shop, new BottleTested("N-1", new(0.60, 0.002, null, "titration", [])));
        var (before, after) = (
            BatchAtWork.Plan(Shop.State, Shop.State.Batches["26-01"]),
            BatchAtWork.Plan(tested.State, tested.State.Batches["26-01"])
        );
        foreach (var (a, b) in before.Steps.Zip(after.Steps))
            Assert.Equal(a.Plan.Outputs.Select(o => o.Charge.Mass().Likely), b.Plan.Outputs.Select(o => o.Charge.Mass().Likely));
        Assert.Equal(0.60, ShelfAtWork.AsBottle(tested.State.Shelf["N-1"], Now).Strength.Value);
    }

    [Fact]
    public void Needs_shrink_as_portions_are_poured()
    {
        double Wanted(Ledger l) => ShelfAtWork.Needs(l.State, Now).Single(n => n.Formula == "H3NSO3").Wanted.Likely;
        var open = Shop.State.Batches["26-02"];
        var pour = StepDecisions.Pour(Shop.State, open, "3-sulfamic", "sulfamic", "S-1", Given.Grams(0.2), null).Body!;
        Assert.Equal(Wanted(Shop) - 0.2 * 0.99, Wanted(With(Shop, pour)), 0.02);
    }

    [Fact]
    public void A_cost_is_not_known_without_a_price_and_never_nothing()
    {
        Assert.Null(ShelfAtWork.Cost(Shop.State.Shelf["N-2"], Working.Exact(100, null, Dimension.Mass)));
        var known = ShelfAtWork.Cost(
            Shop.State.Shelf["H-1"],
            Working.Exact(Shop.State.Shelf["H-1"].ReceivedGrams / 2, null, Dimension.Mass)
        )!;
        Assert.Equal(47.5, known.Likely, 1e-9);
        Assert.Equal("kr", FigureText.Show(known).Unit);
        Assert.Equal("47.5", FigureText.Show(known).Value);
    }

    [Fact]
    public void A_test_written_down_late_does_not_beat_a_later_one()
    {
        var late = Shop.With(
            new Entry(
                "late",
                [],
                new DateTimeOffset(2026, 10, 11, 9, 0, 0, TimeSpan.Zero),
                Now,
                "AV",
                new BottleTested("N-2", new(0.44, 0.002, null, "titration", []))
            )
        );
        Assert.Equal("weighed volume", late.State.Shelf["N-2"].Strength.How);
        Assert.Equal(3, late.State.Shelf["N-2"].Tests.Count);
        var newer = Shop.With(
            new Entry("newer", [], Now.AddDays(-1), Now, "AV", new BottleTested("N-2", new(0.44, 0.002, null, "titration", [])))
        );
        Assert.Equal(0.44, ShelfAtWork.AsBottle(newer.State.Shelf["N-2"], Now).Strength.Value);
    }

    [Fact]
    public void Money_has_two_decimals_at_most() => Assert.Equal("0.09", FigureText.Show(Working.Exact(0.09243).In("kr")).Value);

    [Fact]
    public void What_a_batch_made_is_posted_from_the_batch_and_can_be_taken_back()
    {
        var wish = new BottleWish(
            "N-5",
            "nitric-weak",
            Given.Grams(300),
            TypedNumber.Of(0.33, Field.Share, "%", 0.01),
            null,
            null,
            "cupboard",
            null,
            true
        );
        var made = With(Shop, BottleMaking.FromBatch(Shop.State, wish, "26-01").Body!);
        Assert.Equal("26-01", made.State.Shelf["N-5"].MadeIn);
        Assert.Equal(-300, made.Book.Grams(Account.Made("26-01"), Account.Contents), 1e-6);
        Assert.Equal(MoveKind.Made, made.State.Shelf["N-5"].Moves[0].Kind);
        Assert.False(made.State.Shelf["N-5"].WantsLookAlike);
        var back = With(made, Decisions.Correct(made.State, made.State.Entries[^1].Id, "another batch", null).Body!);
        Assert.Equal(0, back.Book.Grams(Account.Made("26-01"), Account.Contents), 1e-9);
        Assert.Contains("no such batch", BottleMaking.FromBatch(Shop.State, wish, "99").Errors[0].Reason);
    }
}
