using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Records;
using Spolium.Core.Safety;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Safety;

/// <summary>Words of a title or a kind raise a question, which is answered before any verdict.</summary>
public class SuspicionTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);

    [Theory]
    [InlineData("amalgam bead", "mercury")]
    [InlineData("clock case, gilt in fire", "mercury")]
    [InlineData("Old Thermostats", "mercury")]
    [InlineData("coin cells", "cell")]
    [InlineData("silver FILM, cut", "nitrate-film")]
    [InlineData("capacitor oil cans", "capacitor-oil")]
    [InlineData("luminous dials", "radium")]
    [InlineData("cyanide bath sludge", "cyanide")]
    [InlineData("filmy cellular pins", null)]
    [InlineData("gold-clad pins", null)]
    public void Words_raise_the_question(string title, string? mark) =>
        Assert.Equal(mark is null ? [] : [mark], Suspicion.Raised([title], []).Select(s => s.Mark));

    [Fact]
    public void An_answer_of_either_kind_ends_it()
    {
        Assert.Empty(Suspicion.Raised(["amalgam bead"], ["mercury"]));
        Assert.Empty(Suspicion.Raised(["amalgam bead"], ["no-mercury"]));
        Assert.Single(Suspicion.Raised(["amalgam bead, old batteries"], ["no-mercury"]));
    }

    private static State With(string title, params string[] marks)
    {
        var content = new Content([new("Au", Given.Share(60), Given.Share(70), Given.Share(80))], "Ag", Marks: marks);
        var ledger = Ledger.Of(DemoAt.Entries(Now));
        var lot = LotDecisions.Receive(ledger.State, "x", "X-1", title, "bead", Given.Grams(24), content, null);
        return Replay.Apply(ledger.State, new("x1", [new(Entry.LotStream("x"), 1)], Now, Now, "AV", lot.Body!));
    }

    [Fact]
    public void Till_then_there_is_no_verdict_no_batch_and_no_pool()
    {
        var asked = With("amalgam bead");
        var lot = asked.Lots["x"];
        var worth = new LotAtWork(asked, lot, lot.Amount, null, Now).Worthwhile();
        Assert.Equal((VerdictKind.Test, "Find out first"), (worth.Verdict.Kind, worth.Verdict.Headline));
        Decision Start(State state) =>
            Decisions.Start(
                state,
                "b",
                "26-77",
                "bead",
                "x",
                Given.Grams(24),
                Core.Plans.Routes.Chain(HobLaneWays.SecondRefine),
                Core.Reagents.Shop.UsualBottles,
                0.01,
                Now
            );
        Assert.Contains(Start(asked).Errors, e => e.Field == "lotId" && e.Reason.Contains("mercury", StringComparison.Ordinal));
        Assert.DoesNotContain(Start(With("amalgam bead", "no-mercury")).Errors, e => e.Field == "lotId");
        var other = asked.Lots["hl-9a"];
        Assert.Contains(
            LotPooling.Pool(asked, "p", "P-1", "beads", [new("x", Given.Grams(24)), new("hl-9a", Given.Grams(other.Left))]).Errors,
            e => e.Reason.Contains("mercury", StringComparison.Ordinal)
        );
    }
}
