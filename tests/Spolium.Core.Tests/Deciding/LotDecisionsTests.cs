using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>Sorting, pooling and believing: what may be done, what the journal makes of it, and that the book stays whole.</summary>
public partial class LotDecisionsTests
{
    private static int number;

    private static Ledger Write(Ledger ledger, Func<State, Decision> decide)
    {
        var decision = decide(ledger.State);
        var body = decision.Body
            ?? throw new InvalidOperationException(string.Join("; ", decision.Errors.Select(e => $"{e.Field}: {e.Reason}")));
        return ledger.With(
            new(
                $"e{Interlocked.Increment(ref number)}",
                [],
                DateTimeOffset.UnixEpoch.AddMinutes(number),
                DateTimeOffset.UnixEpoch.AddMinutes(number),
                "AV",
                body
            )
        );
    }

    private static ContentLine Line(string element, double low, double likely, double high, ContentOf of = ContentOf.Whole) =>
        new(element, Given.Share(low), Given.Share(likely), Given.Share(high), of);

    private static readonly Content Contacts = new([Line("Ag", 8, 11, 14)], "Cu");

    private static Ledger Lot(string id = "a", double grams = 1284, Content? content = null) =>
        Write(Ledger.Empty, s =>
            LotDecisions.Receive(s, id, id.ToUpperInvariant(), "contacts", "contacts", Given.Grams(grams, 0.5), content ?? Contacts, null)
        );

    /// <summary>Every element of the book sums to nothing over all accounts.</summary>
    private static void Whole(Ledger ledger)
    {
        foreach (var element in ledger.Book.Postings.GroupBy(p => p.Element))
            Assert.Equal(0, element.Sum(p => p.Micrograms));
    }

    private static readonly LotPart Tips = new(
        "a1",
        "A1",
        "with tips",
        Given.Grams(912.2, 0.5),
        new([Line("Ag", 11, 15, 19)], "Cu"),
        "tips",
        null,
        2280
    );
    private static readonly LotPart Bare = new("a2", "A2", "bare", Given.Grams(337.7, 0.5), new([Line("Ni", 12, 15, 18)], "Cu"));

    [Fact]
    public void A_sorted_lot_adds_up_and_what_it_is_short_of_is_posted()
    {
        var ledger = Write(Lot(), s => LotDecisions.Split(s, "a", [Tips, Bare], null, [new("plastic", Given.Grams(31.5))]));
        Whole(ledger);
        Assert.Equal(0.15 * 912.2, ledger.Book.Grams(Account.Lot("a1"), "Ag"), 0.01);
        Assert.Equal(0, ledger.Book.Grams(Account.Lot("a"), "Ag"));
        // 1284 − 912.2 − 337.7 − 31.5 = 2.6 g, with the silver that the whole was believed to hold
        Assert.Equal(0.11 * 2.6, ledger.Book.Grams(Account.Unaccounted("lot/a"), "Ag"), 0.01);
        var tips = ledger.State.Lots["a1"];
        Assert.Equal(("tips", 2280, true), (tips.Material, tips.Pieces, tips.OwnContent));
        Assert.Equal("plastic", Assert.Single(ledger.State.Lots["a"].Removed).Name);
        // A part with its own content has draws of its own; one without keeps those of the lot.
        Assert.Equal("a1", BatchFeed.RootOf(ledger.State, tips));
        var same = Write(Lot(), s => LotDecisions.Split(s, "a", [Tips with { Content = null }, Bare with { Content = null }], "dust"));
        Assert.Equal("a", BatchFeed.RootOf(same.State, same.State.Lots["a1"]));
        Whole(same);
    }

    // By hand: two steps of 0.01 g; a hundredth of 18 L.
    [Fact]
    public void What_is_measured_has_the_uncertainty_of_what_it_is_measured_with()
    {
        TypedNumber Received(TypedNumber amount, Content content) =>
            ((LotReceived)LotDecisions.Receive(State.Empty, "l", "X-1", "x", "x", amount, content, null).Body!).Amount;
        var weighed = Received(Given.Grams(264), Contacts);
        Assert.Equal(("bench balance", 0.02), (weighed.Instrument, weighed.PlusMinus));
        Assert.Equal(0.5, Received(Given.Grams(264, 0.5), Contacts).PlusMinus);
        var litres = Received(
            QuantityParser.Read("18 L", Field.Volume).Number!,
            new(
                [
                    new(
                        "Ag",
                        TypedNumber.Of(2, Field.Concentration, "g/L"),
                        TypedNumber.Of(3, Field.Concentration, "g/L"),
                        TypedNumber.Of(4, Field.Concentration, "g/L")
                    ),
                ],
                null,
                LiquorKind.Fixer
            )
        );
        Assert.Equal(("measuring cylinder", 180), (litres.Instrument, litres.PlusMinus));
        var parts = (LotSplit)LotDecisions.Split(Lot().State, "a", [Tips with { Amount = Given.Grams(912.2) }, Bare], "dust").Body!;
        Assert.Equal([0.02, 0.5], parts.Parts.Select(p => p.Amount.PlusMinus));
        // What came of a tub too.
        var tub = Ledger.Of(DemoAt.Entries(new DateTimeOffset(2026, 11, 25, 14, 0, 0, TimeSpan.Zero)));
        Assert.All(((PoolWorkedUp)Pooling.WorkUp(tub, "T1", [new("Au", Given.Grams(0.1), null)], "burnt", null).Body!).Yields, y =>
            Assert.Equal(0.02, y.Mass.PlusMinus)
        );
    }

    [Fact]
    public void A_split_that_cannot_be_is_refused_by_field()
    {
        var state = Lot().State;
        string Field(Decision d) => Assert.Single(d.Errors).Field;
        Assert.Equal("parts", Field(LotDecisions.Split(state, "a", [Tips], null)));
        Assert.Equal("parts", Field(LotDecisions.Split(state, "a", [Tips, Bare with { Amount = Given.Grams(100) }], null)));
        Assert.Empty(LotDecisions.Split(state, "a", [Tips, Bare with { Amount = Given.Grams(100) }], "the rest fell down").Errors);
        Assert.Equal("parts[1].code", Field(LotDecisions.Split(state, "a", [Tips, Bare with { Code = "A1" }], null)));
        Assert.Equal(
            "parts[0].content[0].low",
            Field(LotDecisions.Split(state, "a", [Tips with { Content = new([Line("Ag", 30, 15, 19)], "Cu") }, Bare], null))
        );
        Assert.Equal("removed[0].amount", Field(LotDecisions.Split(state, "a", [Tips, Bare], null, [new("", Given.Grams(1))])));
        Assert.Equal("lotId", Field(LotDecisions.Split(state, "b", [Tips, Bare], null)));
    }

    [Fact]
    public void A_pool_holds_what_its_lots_brought_and_the_book_tells_them_apart()
    {
        var two = Write(Lot(), s =>
            LotDecisions.Receive(s, "b", "B", "braid", "braid", Given.Grams(100, 0.1), new([Line("Au", 0.5, 1, 2)], "Cu"), null)
        );
        var ledger = Write(two, s => LotPooling.Pool(s, "p", "P", "both", [new("a", Given.Grams(642)), new("b", Given.Grams(100))]));
        Whole(ledger);
        Assert.Equal(0.11 * 642, ledger.Book.Grams(Account.Lot("p"), "Ag"), 0.01);
        Assert.Equal(1, ledger.Book.Grams(Account.Lot("p"), "Au"), 0.001);
        Assert.Equal(642, ledger.State.Lots["a"].Left, 1e-6);
        Assert.Equal(0, ledger.State.Lots["b"].Left);
        Assert.Equal(["p"], ledger.State.Lots["a"].PooledInto);
        var postings = ledger.Book.Postings.Where(p => p.Account == Account.Lot("p") && p.Element == "Cu").ToList();
        Assert.Equal(2, postings.Count);
        // Its charge is the sum of theirs, world by world.
        var pool = ledger.State.Lots["p"];
        var charge = BatchFeed.FeedOf(ledger.State, pool, pool.Amount);
        var a = BatchFeed.FeedOf(ledger.State, ledger.State.Lots["a"], Given.Grams(642));
        Assert.Equal(a.Element("Ag").Amount[17], charge.Element("Ag").Amount[17], 1e-9);
        Assert.Equal(742, charge.Mass().Likely, 1e-6);
        // Half of a pool holds half of each.
        Assert.Equal(charge.Element("Au").Likely / 2, BatchFeed.FeedOf(ledger.State, pool, Given.Grams(371)).Element("Au").Likely, 1e-9);
    }

    [Fact]
    public void A_batch_of_a_pool_takes_its_metal_and_the_pool_cannot_be_taken_back_then()
    {
        var two = Write(Lot(), s =>
            LotDecisions.Receive(s, "b", "B", "braid", "braid", Given.Grams(100, 0.1), new([Line("Ag", 0.5, 1, 2)], "Cu"), null)
        );
        var pooled = Write(two, s => LotPooling.Pool(s, "p", "P", "both", [new("a", Given.Grams(1284)), new("b", Given.Grams(100))]));
        var entry = pooled.State.Entries[^1].Id;
        Assert.Null(Corrections.Refuse(pooled.State, entry));
        var back = Write(pooled, s => Decisions.Correct(s, entry, "wrong heap", null));
        Whole(back);
        Assert.Equal(1284, back.State.Lots["a"].Left, 1e-6);
        Assert.False(back.State.Lots.ContainsKey("p"));
        var started = Write(pooled, s =>
            Decisions.Start(
                s,
                "26-09",
                "26-09",
                "both",
                "p",
                Given.Grams(1384),
                Routes.Chain(HobLaneWays.SilverByCopper),
                Core.Reagents.Shop.UsualBottles,
                0.01,
                default
            )
        );
        Whole(started);
        Assert.Equal(0, started.State.Lots["p"].Left);
        Assert.NotNull(Corrections.Refuse(started.State, entry));
        Assert.Equal(0.11 * 1284 + 1, started.Book.Grams(Account.Holding("26-09", Route.Feed), "Ag"), 0.01);
    }

    [Theory]
    [InlineData("feeds", "a:100")]
    [InlineData("feeds[1].amount", "a:100,b:101")]
    [InlineData("feeds[1].lotId", "a:100,z:1")]
    [InlineData("code", "a:100,b:50", "A")]
    public void A_pool_that_cannot_be_is_refused_by_field(string field, string feeds, string code = "P")
    {
        var two = Write(Lot(), s => LotDecisions.Receive(s, "b", "B", "braid", "braid", Given.Grams(100, 0.1), Contacts, null)).State;
        var decision = LotPooling.Pool(
            two,
            "p",
            code,
            "both",
            [
                .. feeds
                    .Split(',')
                    .Select(f => f.Split(':'))
                    .Select(f => new LotAmount(f[0], Given.Grams(double.Parse(f[1], System.Globalization.CultureInfo.InvariantCulture)))),
            ]
        );
        Assert.Contains(decision.Errors, e => e.Field == field);
    }

    [Fact]
    public void Solids_and_liquors_are_not_pooled()
    {
        var fixer = Write(Lot(), s =>
            LotDecisions.Receive(
                s,
                "f",
                "F",
                "fixer",
                "fixer",
                TypedNumber.Of(1000, Field.Volume, "mL"),
                new(
                    [
                        new(
                            "Ag",
                            TypedNumber.Of(1, Field.Concentration, "g/L"),
                            TypedNumber.Of(3, Field.Concentration, "g/L"),
                            TypedNumber.Of(5, Field.Concentration, "g/L")
                        ),
                    ],
                    null,
                    LiquorKind.Fixer
                ),
                null
            )
        ).State;
        Assert.Contains(
            LotPooling.Pool(fixer, "p", "P", "both", [new("a", Given.Grams(10)), new("f", TypedNumber.Of(10, Field.Volume, "mL"))]).Errors,
            e => e.Reason.Contains("not one lot")
        );
    }
}
