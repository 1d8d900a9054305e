using CsCheck;
using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Reconciling;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Plans;

/// <summary>A liquor held against standards: anywhere between two of them, times its volume.</summary>
public class LiquorTestingTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);
    private static readonly Lazy<Ledger> Demo = new(() => Ledger.Of(DemoAt.Entries(Now)));
    private const string Id = "26-01";
    private const string Drop = "5-metabisulphite";

    private static TypedNumber PerLitre(double grams) => TypedNumber.Of(grams, Field.Concentration, "g/L");

    private static LiquorBracket Bracket(double low, double high, double ml = 200, string output = "barren", string element = "Au") =>
        new(output, element, TypedNumber.Of(ml, Field.Volume, "mL"), PerLitre(low), PerLitre(high));

    // Up to the closing of the precipitation: its liquor is still in the beaker.
    private static Ledger BeforeClosing =>
        Ledger.Of(Demo.Value.State.Entries.TakeWhile(e => e.Body is not StepClosed { BatchId: Id, StepId: Drop }));

    private static Ledger With(Ledger ledger, EntryBody body) =>
        ledger.With(
            new(
                Guid.NewGuid().ToString(),
                [new(Entry.BatchStream(Id), ledger.State.Version(Entry.BatchStream(Id)) + 1)],
                Now,
                Now,
                "AV",
                body
            )
        );

    private static Decision Test(Ledger ledger, LiquorBracket test, string? reason = null) =>
        StepDecisions.TestLiquor(ledger.State, ledger.State.Batches[Id], Drop, test, reason);

    // Uniform: mean in the middle, standard uncertainty a width over √12, 5 to 95 % nine tenths of the width.
    [Fact]
    public void Between_two_standards_everything_is_as_good_as_everything() =>
        Gen.Select(Gen.Double[0, 1], Gen.Double[0.001, 2], Gen.Double[10, 2000])
            .Sample(
                (low, width, ml) =>
                {
                    var grams = Bracket(low, low + width, ml).Grams("t", new("test"));
                    Assert.Equal((low + width / 2) * ml / 1000, grams.Likely, 1e-9);
                    Assert.Equal(width / Math.Sqrt(12) * ml / 1000, grams.Amount.Sigma, 0.01 * width * ml / 1000);
                    Assert.Equal((low + 0.05 * width) * ml / 1000, grams.Range.Low, 0.01 * width * ml / 1000);
                    Assert.Equal((low + 0.95 * width) * ml / 1000, grams.Range.High, 0.01 * width * ml / 1000);
                }
            );

    [Fact]
    public void The_liquor_holds_what_the_drop_says_and_the_powder_the_rest()
    {
        var before = BeforeClosing;
        var batch = before.State.Batches[Id];
        var was = BatchAtWork.AsItStands(before.State, batch, Drop).Plan;
        var body = Assert.IsType<LiquorTested>(Test(before, Bracket(0.1, 0.3)).Body);
        Assert.Equal("measuring cylinder", body.Test.Volume.Instrument);
        var after = With(before, body);
        var now = BatchAtWork.AsItStands(after.State, after.State.Batches[Id], Drop).Plan;
        var liquor = now.Outputs.First(o => o.Id == "barren").Charge.Element("Au");
        Assert.Equal(0.04, liquor.Likely, 1e-6);
        Assert.Equal(0.2 / Math.Sqrt(12) * 0.2, liquor.Amount.Sigma, 0.002);
        // Not weighed: in every world what the liquor holds more the powder holds less.
        double Gold(IEnumerable<Core.Methods.Output> outputs, int world) => outputs.Sum(o => o.Charge.Element("Au").Amount[world]);
        for (var w = 0; w < Amount.Worlds; w++)
            Assert.Equal(Gold(was.Outputs, w), Gold(now.Outputs, w), 1e-6);
    }

    [Fact]
    public void A_later_test_of_the_same_stands_and_one_taken_back_is_gone()
    {
        var one = With(BeforeClosing, Test(BeforeClosing, Bracket(0.1, 0.3)).Body!);
        var two = With(one, Test(one, Bracket(0, 0.01)).Body!);
        double Liquor(Ledger l) =>
            BatchAtWork
                .AsItStands(l.State, l.State.Batches[Id], Drop)
                .Plan.Outputs.First(o => o.Id == "barren")
                .Charge.Element("Au")
                .Likely;
        Assert.Equal(0.001, Liquor(two), 1e-6);
        var back = With(two, Decisions.Correct(two.State, two.State.Entries[^1].Id, "another beaker", null).Body!);
        Assert.Equal(0.04, Liquor(back), 1e-6);
    }

    [Fact]
    public void The_book_posts_it_as_an_estimate_by_test_and_the_balance_reads_it()
    {
        var tested = With(BeforeClosing, Test(BeforeClosing, Bracket(0.1, 0.3)).Body!);
        var closed = With(tested, StepDecisions.Close(tested.State, tested.State.Batches[Id], Drop, "enough").Body!);
        Assert.Contains(closed.Book.Postings, p =>
            p.Account == Account.Holding(Id, $"{Drop}/barren") && p.Element == "Au" && p.Basis == Basis.EstimatedByTest
        );
        Assert.All(closed.Book.Postings.GroupBy(p => p.Element), g => Assert.Equal(0, g.Sum(p => p.Micrograms)));
        var flows = BatchFlows.Of(closed.State, closed.State.Batches[Id]);
        var at = flows.Sources.ToList().FindIndex(s => s.Output == "barren" && s.Says.Contains("tested for Au"));
        Assert.Equal(0.04, flows.Graph.Readings[at].Value, 1e-3);
        Assert.Equal(0.2 / Math.Sqrt(12) * 0.2, flows.Graph.Readings[at].Sigma, 0.002);
        Assert.Equal(tested.State.Entries[^1].Id, flows.Sources[at].EntryId);
    }

    [Theory]
    [InlineData("output", "lid", "Au", 0.1, 0.3, 200)]
    [InlineData("output", "powder", "Au", 0.1, 0.3, 200)]
    [InlineData("element", "barren", "Pt", 0.1, 0.3, 200)]
    [InlineData("high", "barren", "Au", 0.3, 0.3, 200)]
    [InlineData("low", "barren", "Au", 80, 100, 200)]
    [InlineData("volume", "barren", "Au", 0.01, 0.1, 40000)]
    public void What_no_drop_can_say_is_told_by_field(string field, string output, string element, double low, double high, double ml) =>
        Assert.Contains(Test(BeforeClosing, Bracket(low, high, ml, output, element)).Errors, e => e.Field == field);

    [Fact]
    public void What_only_cannot_be_may_be_kept_with_a_reason()
    {
        Assert.NotNull(Test(BeforeClosing, Bracket(80, 100)).Errors.Single(e => e.Field == "low").Becomes);
        Assert.Equal("counted twice", Assert.IsType<LiquorTested>(Test(BeforeClosing, Bracket(80, 100), "counted twice").Body).Reason);
    }
}
