using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Materials;

/// <summary>Metals that most lots of a kind have none of: how likely they are there at all, by the kind.</summary>
public class ThereAtAllTests
{
    private static Content Perhaps(string element, double high) =>
        new(
            [
                new("Au", Given.Share(58), Given.Share(58.5), Given.Share(59)),
                new(element, Given.Share(0), Given.Share(0), Given.Share(high)),
            ],
            "Cu"
        );

    private static double ShareOfWorlds(Content content, string element)
    {
        var grams = content.ToCharge(Working.Exact(640, "640 g", Dimension.Mass), new Draws("there")).Element(element);
        return Enumerable.Range(1, Amount.Draws).Count(w => grams.Amount[w] > 1e-9) / (double)Amount.Draws;
    }

    // 14 ct: cadmium in five lots of a hundred, nickel (white gold) in fifteen; of a kind that nobody states ten.
    [Theory]
    [InlineData("karat gold 14 K", "Cd", 10, 0.05)]
    [InlineData("karat gold 14 K", "Ni", 16, 0.15)]
    [InlineData("sterling silver", "Zn", 1, 0.2)]
    [InlineData("rings and chains", "Cd", 10, 0.1)]
    public void A_kind_states_the_chance(string kind, string element, double high, double chance)
    {
        var received = LotDecisions.Receive(
            Ledger.Empty.State,
            "l",
            "L-1",
            "lot",
            kind,
            Given.Grams(640, 0.1),
            Perhaps(element, high),
            null
        );
        Assert.Equal(chance, ShareOfWorlds(((LotReceived)received.Body!).Content, element), 0.05);
    }

    // The end of its range is nothing where it is there in five lots of a hundred: that is told, and not "none".
    [Fact]
    public void What_is_rarely_there_is_told_so()
    {
        var content = Perhaps("Cd", 10).OfKind("karat gold 14 K");
        var grams = content.ToCharge(Working.Exact(640, "640 g", Dimension.Mass), new Draws("there")).Element("Cd");
        Assert.Matches(@"^0.g \(up to \d+ in [2-9] of 100 worlds\)$", FigureText.WithRange(grams));
        var none = Perhaps("Cd", 0).ToCharge(Working.Exact(640, "640 g", Dimension.Mass), new Draws("there")).Element("Cd");
        Assert.Equal("0" + FigureText.ThinSpace + "g", FigureText.WithRange(none));
    }

    // What is likely there is there: the kind says nothing of it.
    [Fact]
    public void A_line_that_is_likely_there_takes_no_chance() =>
        Assert.All(new Content([new("Cd", Given.Share(1), Given.Share(2), Given.Share(3))], "Cu").OfKind("karat gold 14 K").Lines, l =>
            Assert.Null(l.There)
        );

    // Every line of the library that is likely none has its row, and no other.
    [Fact]
    public void The_library_states_it_for_every_such_line() =>
        Assert.All(MaterialLibrary.All.SelectMany(m => m.Lines.Select(l => (m.Id, Line: l))), x =>
            Assert.Equal(x.Line.Percent is { Likely: 0, High: > 0 }, MaterialLibrary.ThereIn(x.Id, x.Line.Element) is > 0 and < 0.5)
        );

    // A thought content of the lot goes by it too, and one that was believed anew.
    [Fact]
    public void It_stays_when_the_content_is_believed_anew()
    {
        var state = Replay.Apply(
            Ledger.Empty.State,
            new(
                "e1",
                [],
                DateTimeOffset.UnixEpoch,
                DateTimeOffset.UnixEpoch,
                "AV",
                LotDecisions
                    .Receive(Ledger.Empty.State, "l", "L-1", "lot", "karat gold 14 K", Given.Grams(640, 0.1), Perhaps("Cd", 10), null)
                    .Body!
            )
        );
        var anew = LotDecisions.Believe(state, "l", Perhaps("Ni", 10), LotContentChanged.Guess, "looked again", null);
        Assert.Equal(0.15, ((LotContentChanged)anew.Body!).Content.Lines[1].There);
    }
}
