using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Materials;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>Assays, offers, kinds: what is believed of a lot.</summary>
public partial class LotDecisionsTests
{
    [Fact]
    public void An_assay_narrows_what_is_believed_the_book_follows_and_it_can_be_taken_back()
    {
        var ledger = Lot();
        var assayed = Write(ledger, s =>
            LotDecisions.Believe(s, "a", new([Line("Ag", 9.8, 10, 10.2)], "Cu"), LotContentChanged.Assay, "assay office", 40)
        );
        Whole(assayed);
        Assert.Equal(128.4, assayed.Book.Grams(Account.Lot("a"), "Ag"), 0.01);
        Assert.Equal(Basis.Assayed, assayed.Book.PostingsOf(assayed.State.Entries[^1].Id)[^1].Basis);
        var silver = BatchFeed.FeedOf(assayed.State, assayed.State.Lots["a"], Given.Grams(1284)).Element("Ag").Range;
        Assert.True(silver.Width < 7);
        var back = Write(assayed, s => Decisions.Correct(s, assayed.State.Entries[^1].Id, "another lot’s", null));
        Assert.Equal(Contacts, back.State.Lots["a"].Content);
        Assert.Equal(141.24, back.Book.Grams(Account.Lot("a"), "Ag"), 0.01);
        Whole(back);
    }

    [Fact]
    public void An_assay_of_few_pieces_is_widened_by_how_far_pieces_differ_and_one_of_many_is_not()
    {
        var state = Lot().State;
        Content Kept(int? pieces, string how = LotContentChanged.Assay) =>
            (
                (LotContentChanged)LotDecisions.Believe(state, "a", new([Line("Ag", 9.8, 10, 10.2)], "Cu"), how, "office", pieces).Body!
            ).Content;
        // 5 pieces: 10 × 0.35 / √5 = 1.565; × 1.645 = 2.575; with the assay’s own 0.2: √(0.2² + 2.575²) = 2.583
        Assert.Equal(0.10 - 0.02583, Kept(5).Lines[0].Low.Value, 1e-4);
        Assert.Equal(0.10 + 0.02583, Kept(5).Lines[0].High.Value, 1e-4);
        Assert.Equal(0.098, Kept(20).Lines[0].Low.Value, 1e-9);
        Assert.Equal(0.098, Kept(null).Lines[0].Low.Value, 1e-9);
        Assert.Equal(0.098, Kept(5, LotContentChanged.Guess).Lines[0].Low.Value, 1e-9);
        Assert.Equal(Sampling.Error(4), Sampling.Error(1) / 2, 1e-12);
    }

    [Fact]
    public void What_is_touched_or_pooled_is_not_believed_anew()
    {
        var split = Write(Lot(), s => LotDecisions.Split(s, "a", [Tips, Bare], null, [new("plastic", Given.Grams(31.5))]));
        Assert.Contains("parts", LotDecisions.Believe(split.State, "a", Contacts, LotContentChanged.Guess, "so", null).Errors[0].Reason);
        var pooled = Write(split, s =>
            LotPooling.Pool(s, "p", "P", "both", [new("a1", Given.Grams(912.2)), new("a2", Given.Grams(337.7))])
        );
        Assert.Contains(
            "is a pool",
            LotDecisions.Believe(pooled.State, "p", Contacts, LotContentChanged.Guess, "so", null).Errors[0].Reason
        );
        var plain = Lot().State;
        Assert.Equal("reason", LotDecisions.Believe(plain, "a", Contacts, LotContentChanged.Guess, " ", null).Errors[0].Field);
        Assert.Equal("pieces", LotDecisions.Believe(plain, "a", Contacts, LotContentChanged.Assay, "so", 0).Errors[0].Field);
        Assert.Equal("how", LotDecisions.Believe(plain, "a", Contacts, "hearsay", "so", null).Errors[0].Field);
        Assert.Equal(
            "content",
            LotDecisions
                .Believe(plain, "a", new([Line("Ag", 60, 70, 80), Line("Cu", 60, 70, 80)], null), LotContentChanged.Guess, "so", null)
                .Errors[0]
                .Field
        );
    }

    [Fact]
    public void A_lot_waits_is_offered_for_and_photographed_and_each_can_be_taken_back()
    {
        var ledger = Write(Lot(), s => LotDecisions.SetAside(s, "a", "more of its kind"));
        Assert.Equal("more of its kind", ledger.State.Lots["a"].WaitsFor);
        Assert.Null(Write(ledger, s => LotDecisions.SetAside(s, "a", "")).State.Lots["a"].WaitsFor);
        ledger = Write(ledger, s => LotDecisions.Offer(s, "a", TypedNumber.Of(300, Field.Money, "kr"), "a dealer"));
        Assert.Equal(300, ledger.State.Lots["a"].Offer!.Crowns!.Value);
        ledger = Write(ledger, s => Decisions.Correct(s, s.Entries[^1].Id, "it is gone", null));
        Assert.Null(ledger.State.Lots["a"].Offer);
        ledger = Write(ledger, s => LotDecisions.Photograph(s, "a", "abc", "a heap"));
        Assert.Equal("file", Assert.Single(LotDecisions.Photograph(ledger.State, "a", "abc", "again").Errors).Field);
        Assert.Equal("a heap", Assert.Single(ledger.State.Lots["a"].Photos).Caption);
        Assert.Empty(Write(ledger, s => Decisions.Correct(s, s.Entries[^1].Id, "another lot’s", null)).State.Lots["a"].Photos);
        // Once a batch takes it, it waits no longer.
        var started = Write(ledger, s =>
            Decisions.Start(
                s,
                "26-09",
                "26-09",
                "x",
                "a",
                Given.Grams(100),
                Routes.Chain(HobLaneWays.SilverByCopper),
                Core.Reagents.Shop.UsualBottles,
                0.01,
                default
            )
        );
        Assert.Null(started.State.Lots["a"].WaitsFor);
    }

    [Fact]
    public void Many_lots_come_in_together_or_not_at_all()
    {
        LotReceived One(string code, double grams = 10) => new(code, code, "x", "x", Given.Grams(grams), Contacts, null, []);
        var state = Lot().State;
        var good = LotDecisions.ReceiveMany(state, [One("X"), One("Y")], i => $"row {i}: ");
        var ledger = Write(Lot(), _ => good);
        Whole(ledger);
        Assert.Equal(1.1, ledger.Book.Grams(Account.Lot("Y"), "Ag"), 1e-6);
        Assert.Equal(2, Write(ledger, s => Decisions.Correct(s, s.Entries[^1].Id, "wrong file", null)).State.Entries.Count - 1);
        var bad = LotDecisions.ReceiveMany(state, [One("X"), One("A"), One("X", 0)], i => $"row {i}: ");
        Assert.Null(bad.Body);
        Assert.Contains(bad.Errors, e => e.Field == "row 1: code");
        Assert.Contains(bad.Errors, e => e.Field == "row 2: amount");
        Assert.Contains(bad.Errors, e => e.Field == "row 2: code");
        Assert.Equal("csv", Assert.Single(LotDecisions.ReceiveMany(state, [], i => "").Errors).Field);
    }

    [Fact]
    public void Lines_of_a_part_are_a_share_of_the_part_in_every_world()
    {
        // Tips are 12 to 18 % of the leaves, and 85 to 99 % silver; the rest is copper.
        var content = new Content(
            [Line("Ag", 85, 95, 99, ContentOf.Part)],
            "Cu",
            Part: new("tip", Given.Share(12), Given.Share(15), Given.Share(18))
        );
        Assert.Empty(content.Check());
        var charge = Given.Charge(content, 1000, "tips");
        Assert.Equal(0.15 * 0.95 * 1000, charge.Element("Ag").Likely, 1e-6);
        Assert.Equal(0.15 * 0.05 * 1000, charge.Unknown.Likely, 1e-6);
        Assert.Equal(850, charge.Element("Cu").Likely, 1e-6);
        for (var w = 0; w < Amount.Worlds; w++)
            Assert.Equal(1000, charge.Mass().Amount[w], 1e-6);
        Assert.Equal("part", Assert.Single((content with { Part = null }).Check()).Field);
        Assert.Equal(0.15 * 1000, Given.Charge(content.Richer("Ag", 5), 1000, "tips").Element("Ag").Likely, 1e-6);
    }

    [Fact]
    public void A_kind_of_ones_own_is_kept_changed_and_dropped_and_the_library_is_not()
    {
        var own = new Material("ours", "our leaves", "tip", [new("Ag", new(80, 90, 95))], ["cadmium"], "the shop’s own");
        var ledger = Write(Lot(), s => MaterialDecisions.Keep(s, own, "relay-leaf"));
        ledger = Write(ledger, s => MaterialDecisions.Keep(s, own with { Name = "our good leaves" }, null));
        Assert.Equal("our good leaves", ledger.State.Materials["ours"].Material.Name);
        Assert.True(ledger.State.Materials["ours"].Material.IsOfPart);
        Assert.Equal("id", Assert.Single(MaterialDecisions.Keep(ledger.State, own with { Id = "relay-leaf" }, null).Errors).Field);
        Assert.Equal(
            "name",
            Assert.Single(MaterialDecisions.Keep(ledger.State, own with { Id = "other", Name = "Our good leaves" }, null).Errors).Field
        );
        Assert.Equal("why", Assert.Single(MaterialDecisions.Drop(ledger.State, "ours", " ").Errors).Field);
        Assert.Empty(Write(ledger, s => MaterialDecisions.Drop(s, "ours", "not met any more")).State.Materials);
        foreach (
            var (bad, field) in new[]
            {
                (own with { Basis = "" }, "basis"),
                (own with { Lines = [] }, "lines"),
                (own with { Lines = [new("Qq", new(1, 2, 3))] }, "lines[0].element"),
                (own with { Lines = [new("Ag", new(3, 2, 1))] }, "lines[0].range"),
                (own with { Lines = [new("Ag", new(60, 70, 80)), new("Cu", new(60, 70, 80))] }, "lines"),
            }
        )
            Assert.Contains(bad.Check(), e => e.Field == field);
        Assert.All(MaterialLibrary.All, m => Assert.Empty(m.Check()));
    }
}
