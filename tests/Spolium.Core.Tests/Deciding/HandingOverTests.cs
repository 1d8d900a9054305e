using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>What leaves the house: how much, to whom, with what in it, and its receipt.</summary>
public class HandingOverTests
{
    private const string Drum = "hl-10";
    private static readonly DateTimeOffset Day = new(2026, 11, 26, 10, 0, 0, TimeSpan.Zero);
    private static readonly Lazy<Ledger> Demo = new(() => Ledger.Of(DemoAt.Entries(Day.AddDays(-1))));

    private static TypedNumber Litres(double litres) => TypedNumber.Of(1000 * litres, Field.Volume, "mL");

    private static Decision Of(
        TypedNumber amount,
        string receiver = "Harbour Waste Station",
        string licence = "",
        string container = "canister",
        double? ph = null,
        State? state = null
    ) =>
        HandingOver.HandOver(
            state ?? Demo.Value.State,
            Drum,
            amount,
            receiver,
            licence,
            container,
            ph is { } x ? TypedNumber.Of(x, Field.PH, "pH") : null,
            "",
            null
        );

    private static Ledger With(Ledger ledger, EntryBody body, string id) =>
        ledger.With(new(id, [new(Entry.LotStream(Drum), ledger.State.Version(Entry.LotStream(Drum)) + 1)], Day, Day, "AV", body));

    [Fact]
    public void What_left_is_off_the_lot_and_off_the_book()
    {
        var there = Demo.Value.Book.Grams(Account.Lot(Drum), "Cu");
        var after = With(Demo.Value, Of(Litres(3)).Body!, "out-1");
        Assert.Equal(4500, after.State.Lots[Drum].Left, 1e-6);
        Assert.Equal(there * 4.5 / 7.5, after.Book.Grams(Account.Lot(Drum), "Cu"), 1e-3);
        Assert.Equal(there * 3 / 7.5, after.Book.Grams(Account.HandedOver, "Cu"), 1e-3);
        var body = Assert.Single(after.State.Lots[Drum].HandedOver).Body;
        Assert.Contains(body.Contents, c => c.StartsWith("Cu(NO3)2 ", StringComparison.Ordinal));
        // Nothing of it can be believed anew, the rest can go too.
        Assert.True(after.State.Lots[Drum].Touched);
        var gone = With(after, Of(Litres(4.5), state: after.State).Body!, "out-2");
        Assert.Equal(0, gone.State.Lots[Drum].Left);
        Assert.Null(Core.Workshop.Leavings.Find(gone.State, FeedFrom.Lot, Drum));
    }

    [Fact]
    public void Its_receipt_comes_later_and_once()
    {
        var after = With(Demo.Value, Of(Litres(3)).Body!, "out-1");
        Assert.Equal("receipt", Assert.Single(HandingOver.Receipt(after.State, Drum, "out-1", " ").Errors).Field);
        Assert.Equal("handOver", Assert.Single(HandingOver.Receipt(after.State, Drum, "another", "R-1").Errors).Field);
        var with = With(after, HandingOver.Receipt(after.State, Drum, "out-1", " R-1 ").Body!, "r-1");
        Assert.Equal("R-1", with.State.Lots[Drum].HandedOver[0].Receipt);
        Assert.NotEmpty(HandingOver.Receipt(with.State, Drum, "out-1", "R-2").Errors);
    }

    // Taken back, the lot is whole and the register has none of it.
    [Fact]
    public void What_never_left_is_back()
    {
        var after = With(Demo.Value, Of(Litres(3)).Body!, "out-1");
        var back = With(after, Decisions.Correct(after.State, "out-1", "they did not come", null).Body!, "back");
        Assert.Equal(7500, back.State.Lots[Drum].Left, 1e-6);
        Assert.Equal(Demo.Value.Book.Grams(Account.Lot(Drum), "Cu"), back.Book.Grams(Account.Lot(Drum), "Cu"), 1e-6);
        Assert.Equal(0, back.Book.Grams(Account.HandedOver, "Cu"), 1e-6);
        Assert.DoesNotContain(back.State.Entries.Standing(Entry.HandedOverStream, long.MaxValue), e => e.Body is LotHandedOver);
        Assert.Single(after.State.Entries.Standing(Entry.HandedOverStream, long.MaxValue));
    }

    public static TheoryData<string, double, string, string, double> Wrong =>
        new()
        {
            { "amount", 7.6, "a", "b", 7 },
            { "amount", 0, "a", "b", 7 },
            { "receiver", 3, " ", "b", 7 },
            { "container", 3, "a", "", 7 },
            { "ph", 3, "a", "b", 80 },
        };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void What_is_wrong_is_told_at_its_field(string field, double litres, string receiver, string container, double ph) =>
        Assert.Equal(field, Assert.Single(Of(Litres(litres), receiver, container: container, ph: ph).Errors).Field);

    [Fact]
    public void A_liquor_goes_by_volume() => Assert.Contains("litres", Assert.Single(Of(TypedNumber.Of(3, Field.Mass, "g")).Errors).WayOut);

    // Mercury and cadmium go to nobody without a licence.
    [Theory]
    [InlineData("Hg")]
    [InlineData("Cd")]
    public void Poison_goes_to_somebody_with_a_licence(string element)
    {
        var lot = Demo.Value.State.Lots[Drum];
        var line = lot.Content.Lines[0] with { Element = element };
        var state = Demo.Value.State with
        {
            Lots = Demo.Value.State.Lots.SetItem(Drum, lot with { Content = lot.Content with { Lines = [.. lot.Content.Lines, line] } }),
        };
        Assert.Equal("licence", Assert.Single(Of(Litres(3), state: state).Errors).Field);
        Assert.Empty(Of(Litres(3), licence: "W-114", state: state).Errors);
    }
}
