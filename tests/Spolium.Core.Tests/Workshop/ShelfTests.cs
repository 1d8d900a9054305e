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

public class ShelfTests
{
    private static readonly DateTimeOffset Day = new(2026, 3, 1, 9, 0, 0, TimeSpan.Zero);

    private static TypedNumber Percent(double p, double plusMinus = 0.5) => TypedNumber.Of(p / 100, Field.Share, "%", plusMinus / 100);

    private static TypedNumber Ml(double ml) => TypedNumber.Of(ml, Field.Volume, "mL");

    private static BottleWish Wish(
        string id,
        string form,
        TypedNumber amount,
        double? percent = null,
        double? kr = null,
        TypedNumber? density = null,
        bool certificate = true
    ) =>
        new(
            id,
            form,
            amount,
            percent is { } p ? Percent(p) : null,
            density,
            kr is { } k ? TypedNumber.Of(k, Field.Money, "kr") : null,
            "cupboard",
            null,
            certificate
        );

    private static Ledger With(Ledger ledger, Decision decision, DateTimeOffset? at = null)
    {
        Assert.Empty(decision.Errors);
        return ledger.With(new Entry($"e{ledger.State.Entries.Count}", [], at ?? Day, Day, "AV", decision.Body!));
    }

    private static Ledger Shelf(params BottleWish[] wishes) =>
        With(Ledger.Empty, ShelfDecisions.Receive(Ledger.Empty.State, wishes, i => $"bottles[{i}]."));

    private static string Refused(Decision d) => string.Join("; ", d.Errors.Select(e => $"{e.Field}: {e.Reason}: {e.WayOut}"));

    private static double Level(Ledger l, string id)
    {
        Assert.Equal(l.State.Shelf[id].Grams, l.Book.Grams(Account.Shelf(id), Account.Contents), 1e-5);
        return l.State.Shelf[id].Grams;
    }

    [Fact]
    public void A_bottle_bought_by_volume_is_booked_in_grams()
    {
        var shelf = Shelf(Wish("N-2", "nitric-68", Ml(1000), 68));
        Assert.Equal(1404.8, Level(shelf, "N-2"), 0.5);
        Assert.Equal(-1404.8, shelf.Book.Grams(Account.Supplier, Account.Contents), 0.5);
    }

    // 1,100 mL received as weak, then tested 94.9 %: it is still 1,100 mL, and weighs more than was thought.
    [Fact]
    public void What_was_received_is_what_was_typed_and_a_tested_strength_changes_the_other()
    {
        var shelf = Shelf(Wish("N-9", "nitric-weak", Ml(1100)));
        var before = Level(shelf, "N-9");
        StrengthTest test = new(0.949, 0.004, null, "titration", []);
        var after = With(shelf, ShelfDecisions.Test(shelf.State, "N-9", test));
        var density = DensityTable.BySolute["HNO3"].Density(94.9, 20);
        Assert.Equal(1100 * (density ?? 0), Level(after, "N-9"), 0.5);
        Assert.True(Level(after, "N-9") > before);
        // What was weighed in stays as heavy as it is.
        var weighed = Shelf(Wish("N-9", "nitric-weak", Given.Grams(1300)));
        Assert.Equal(1300, Level(With(weighed, ShelfDecisions.Test(weighed.State, "N-9", test)), "N-9"), 1e-6);
        // So does what was counted since.
        var counted = With(shelf, StockCounting.Count(shelf.State, [("N-9", Given.Grams(before))], Day, null));
        Assert.Equal(before, Level(With(counted, ShelfDecisions.Test(counted.State, "N-9", test)), "N-9"), 1e-6);
    }

    // A charge of 66 mL read at 31 °C is lighter than 66 mL at 20 °C: its mass is what stood on the balance.
    [Fact]
    public void A_volume_that_was_read_warm_keeps_its_mass()
    {
        StrengthTest Read(double celsius) =>
            new(0.6, 0.004, null, "weighed volume", [QuantityParser.Read($"{celsius} °C", Field.Temperature).Number!]);
        double Grams(double celsius) =>
            Level(Shelf(Wish("N-9", "nitric-68", Ml(66)) with { Strength = null, Measured = Read(celsius) }), "N-9");
        Assert.Equal(66 * (DensityTable.BySolute["HNO3"].Density(60, 31) ?? 0), Grams(31), 0.01);
        Assert.True(Grams(31) < Grams(20) - 0.5);
    }

    [Fact]
    public void A_label_that_nobody_typed_is_as_wide_as_such_kinds_are()
    {
        var shelf = Shelf(Wish("H-9", "brick-cleaner", Ml(1000)));
        var strength = ShelfAtWork.Strength(shelf.State.Shelf["H-9"], Day);
        Assert.Equal(0.24, strength.Likely, 1e-9);
        Assert.InRange(strength.Range.Width, 0.2, 0.25);
    }

    [Theory]
    [InlineData("", "nitric-68", 1000, 68.0, "has no short id")]
    [InlineData("water", "nitric-68", 1000, 68.0, "is taken")]
    [InlineData("N-2", "vinegar", 1000, 68.0, "no kind of bottle")]
    [InlineData("N-2", "nitric-68", 0, 68.0, "the bottle is empty")]
    [InlineData("N-2", "nitric-68", 1000, 0.0, "above 0 and at most 100")]
    [InlineData("N-2", "nitric-68", 5000000, 68.0, "more than this shop can hold")]
    [InlineData("C-1", "bleach", 1000, 4.5, "density of plain bleach is not known")]
    [InlineData("Z-1", "borax-glass", 1000, 100.0, "a solid is weighed")]
    public void What_cannot_be_is_refused_with_its_field(string id, string form, double ml, double percent, string reason)
    {
        var decision = ShelfDecisions.Receive(State.Empty, [Wish(id, form, Ml(ml), percent)], _ => "");
        Assert.Contains(reason, Refused(decision));
        Assert.Null(decision.Body);
    }

    [Fact]
    public void One_wrong_row_and_nothing_is_received()
    {
        var decision = ShelfDecisions.Receive(
            State.Empty,
            [Wish("N-2", "nitric-68", Ml(1000), 68), Wish("n-2", "nitric-68", Ml(0), 68)],
            i => $"row {i + 2}: "
        );
        Assert.Null(decision.Body);
        Assert.Equal(["row 3: id", "row 3: amount"], decision.Errors.Select(e => e.Field));
    }

    [Fact]
    public void Mixing_keeps_the_mass_and_the_acid_and_is_taken_from_its_bottles()
    {
        var shelf = Shelf(Wish("N-2", "nitric-68", Ml(1000), 68, 90));
        var mixed = With(shelf, BottleMaking.Mix(shelf.State, "N-3", "nitric-weak", "cupboard", [("N-2", 249.9), ("water", 235.7)], Day));
        Assert.Equal(485.6, Level(mixed, "N-3"), 1e-6);
        Assert.Equal(1404.8 - 249.9, Level(mixed, "N-2"), 0.5);
        Assert.Equal(0.35, ShelfAtWork.Strength(mixed.State.Shelf["N-3"], Day).Likely, 1e-4);
        Assert.Equal(90 * 249.9 / 1404.8, mixed.State.Shelf["N-3"].Price!.Value, 0.05);
        Assert.True(mixed.State.Shelf["N-3"].Made);
        Assert.Equal(0, mixed.Book.Balances.Where(b => b.Key.Element == Account.Contents).Sum(b => b.Value));
        var back = With(mixed, Decisions.Correct(mixed.State, mixed.State.Entries[^1].Id, "spilt", null));
        Assert.False(back.State.Shelf.ContainsKey("N-3"));
        Assert.Equal(Level(shelf, "N-2"), Level(back, "N-2"), 1e-6);
    }

    [Fact]
    public void Mixing_asks_for_one_substance_and_for_what_is_there()
    {
        var shelf = Shelf(Wish("N-2", "nitric-68", Ml(100), 68), Wish("H-2", "hcl-37", Ml(100), 37)).State;
        Assert.Contains("different substances", Refused(BottleMaking.Mix(shelf, "X", "nitric-weak", "", [("N-2", 10), ("H-2", 10)], Day)));
        Assert.Contains("holds only", Refused(BottleMaking.Mix(shelf, "X", "nitric-weak", "", [("N-2", 1000)], Day)));
        Assert.Contains("no bottle goes in", Refused(BottleMaking.Mix(shelf, "X", "nitric-weak", "", [("water", 1000)], Day)));
        Assert.Contains("no bottle N-7", Refused(BottleMaking.Mix(shelf, "X", "nitric-weak", "", [("N-7", 10)], Day)));
    }

    [Fact]
    public void Bleach_ages_by_the_second_order_and_a_test_starts_it_anew()
    {
        var shelf = Shelf(Wish("C-1", "bleach", Given.Grams(1000), 5, density: TypedNumber.Of(1.08, Field.Density, "g/mL")));
        Assert.Equal(0.05, ShelfAtWork.AsBottle(shelf.State.Shelf["C-1"], Day.AddDays(13)).Strength.Value, 1e-9);
        var old = ShelfAtWork.Strength(shelf.State.Shelf["C-1"], Day.AddDays(400));
        // By hand at 20 °C: k = 0.00025 · 3.5^(−0.5) = 0.0001336; 5/(1 + 5 · 0.0001336 · 400) = 3.95 %.
        Assert.Equal(0.0395, old.Likely, 0.0002);
        Assert.True(old.Range.Width > 0.01);
        Assert.True(old.RestsOnGuess);
        var bottle = ShelfAtWork.AsBottle(shelf.State.Shelf["C-1"], Day.AddDays(400));
        Assert.Equal(old.Likely, bottle.Strength.Value, 1e-9);
        Assert.Contains("400 days old", bottle.Known);
        var tested = With(shelf, ShelfDecisions.Test(shelf.State, "C-1", new(0.04, 0.002, null, "titration", [])), Day.AddDays(400));
        Assert.Equal(0.04, ShelfAtWork.AsBottle(tested.State.Shelf["C-1"], Day.AddDays(401)).Strength.Value, 1e-9);
        var back = With(tested, Decisions.Correct(tested.State, tested.State.Entries[^1].Id, "wrong bottle", null));
        Assert.Single(back.State.Shelf["C-1"].Tests);
    }

    [Fact]
    public void Peroxide_loses_half_a_per_cent_of_itself_a_month()
    {
        var year = Ageing.After("H2O2", Working.Exact(0.30), 365.25, new Draws("p"));
        Assert.Equal(0.30 * Math.Exp(-0.005 * 12), year.Likely, 1e-9);
        Assert.Equal(0.68, Ageing.After("HNO3", Working.Exact(0.68), 3650, new Draws("n")).Likely);
    }

    [Fact]
    public void What_expires_first_comes_first_then_what_is_open()
    {
        var shelf = Shelf(
            Wish("N-2", "nitric-68", Ml(100), 68),
            Wish("N-3", "nitric-68", Ml(100), 65),
            Wish("N-4", "nitric-68", Ml(100), 68) with
            {
                UseBy = Day.AddDays(30),
            }
        );
        shelf = With(shelf, ShelfDecisions.Open(shelf.State, "N-3"));
        Assert.Equal(["N-4", "N-3", "N-2"], ShelfAtWork.FirstOut(shelf.State, "HNO3").Select(b => b.Id));
        shelf = With(shelf, ShelfDecisions.Discard(shelf.State, "N-4", "acid drum D1"));
        Assert.Equal(["N-3", "N-2"], ShelfAtWork.FirstOut(shelf.State, "HNO3").Select(b => b.Id));
        Assert.Equal(0, Level(shelf, "N-4"), 1e-6);
        Assert.Equal("N-3", ShelfAtWork.ForPlan(shelf.State, Day).First(b => b.Formula == "HNO3").Id);
        Assert.Equal("usual label", ShelfAtWork.ForPlan(shelf.State, Day).First(b => b.Formula == "HCl").Known);
        Assert.Contains("is open already", Refused(ShelfDecisions.Open(shelf.State, "N-3")));
        Assert.Contains("was thrown away", Refused(ShelfDecisions.Open(shelf.State, "N-4")));
        Assert.Contains("where did it go", Refused(ShelfDecisions.Discard(shelf.State, "N-2", " ")));
    }

    [Fact]
    public void A_count_posts_its_difference_and_can_be_taken_back()
    {
        var shelf = Shelf(Wish("N-2", "nitric-68", Given.Grams(1000), 68));
        var counted = With(shelf, StockCounting.Count(shelf.State, [("N-2", Given.Grams(960))], Day, null));
        Assert.Equal(960, Level(counted, "N-2"), 1e-6);
        Assert.Equal(40, counted.Book.Grams(Account.Stocktake, Account.Contents), 1e-6);
        Assert.Equal(1000, Level(With(counted, Decisions.Correct(counted.State, "e1", "wrong jar", null)), "N-2"), 1e-6);
        Assert.Contains("count again", Refused(StockCounting.Count(shelf.State, [("N-2", Given.Grams(96))], Day, null)));
        Assert.Empty(StockCounting.Count(shelf.State, [("N-2", Given.Grams(96))], Day, "leaked").Errors);
        Assert.Contains("more than N-2 ever held", Refused(StockCounting.Count(shelf.State, [("N-2", Given.Grams(2600))], Day, null)));
        Assert.Equal("lines[0].bottleId", StockCounting.Count(shelf.State, [("N-9", Given.Grams(1))], Day, null).Errors[0].Field);
    }

    [Fact]
    public void A_bottle_that_was_used_is_not_simply_taken_back()
    {
        var shelf = Shelf(Wish("N-2", "nitric-68", Ml(1000), 68));
        var mixed = With(shelf, BottleMaking.Mix(shelf.State, "N-3", "nitric-weak", "", [("N-2", 100), ("water", 100)], Day));
        Assert.Contains("rests on it", Refused(Decisions.Correct(mixed.State, "e0", "never came", null)));
        Assert.False(With(shelf, Decisions.Correct(shelf.State, "e0", "never came", null)).State.Shelf.ContainsKey("N-2"));
    }

    [Fact]
    public void A_trade_kind_waits_for_its_look_alike_test()
    {
        var shelf = Shelf(
            Wish("M-2", "stump-remover-smb", Given.Grams(500), certificate: false),
            Wish("M-3", "metabisulphite", Given.Grams(500), certificate: false)
        );
        Assert.True(shelf.State.Shelf["M-2"].WantsLookAlike);
        Assert.False(shelf.State.Shelf["M-3"].WantsLookAlike);
        Assert.Contains("sharp SO2", Refused(ShelfDecisions.LookAlike(shelf.State, "M-2", "")));
        Assert.False(
            With(shelf, ShelfDecisions.LookAlike(shelf.State, "M-2", "sharp SO2, no salt left")).State.Shelf["M-2"].WantsLookAlike
        );
    }

    [Fact]
    public void Whatever_happens_to_a_bottle_the_book_and_the_shelf_agree() =>
        Gen.Select(Gen.Double[1, 400], Gen.Double[1, 400], Gen.Bool)
            .Array[1, 6]
            .Sample(
                steps =>
                {
                    var ledger = Shelf(Wish("N-2", "nitric-68", Given.Grams(1000), 68));
                    var n = 0;
                    foreach (var (a, b, count) in steps)
                    {
                        var decision = count
                            ? StockCounting.Count(ledger.State, [("N-2", Given.Grams(a))], Day, "so it is")
                            : BottleMaking.Mix(ledger.State, $"X{n++}", "nitric-weak", "", [("N-2", a), ("water", b)], Day);
                        if (decision.Body is not null)
                            ledger = With(ledger, decision);
                    }
                    Assert.All(ledger.State.Shelf.Keys, id => Level(ledger, id));
                    Assert.Equal(0, ledger.Book.Balances.Where(x => x.Key.Element == Account.Contents).Sum(x => x.Value));
                },
                iter: 40
            );

    [Fact]
    public void Hazards_follow_the_strength()
    {
        Assert.Contains("H330", Hazards.Of("HNO3", 80)!.Statements);
        Assert.DoesNotContain("H330", Hazards.Of("HNO3", 68)!.Statements);
        Assert.Null(Hazards.Of("C12H22O11O", 50));
    }

    [Fact]
    public void Every_form_names_a_substance_and_a_rising_range()
    {
        foreach (var f in ReagentForm.All)
        {
            Assert.True(Core.Chemistry.Molar.Mass(f.Formula).Likely > 0);
            Assert.True(f.Percent.Low <= f.Percent.Likely && f.Percent.Likely <= f.Percent.High && f.Percent.High <= 100, f.Id);
            Assert.True(!f.Trade || f.Test.Length > 0, $"{f.Id} has no look-alike test");
            Assert.Equal(f.Family == "waters", f.ChloridePpm is not null);
        }
    }
}
