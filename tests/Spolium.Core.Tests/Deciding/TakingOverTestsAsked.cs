using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>What is asked before it becomes a lot, and by whose grams it goes over.</summary>
public partial class TakingOverTests
{
    [Theory]
    [InlineData(Bar, "42.1 g", "4.21 g", "weighed 4.21 g")]
    [InlineData(Bar, "0.421 g", "4.21 g", "")]
    [InlineData(Bar, "5 g", null, "weighed 4.21 g")]
    [InlineData(Barren, "40 mL", "400 mL", "was to come")]
    [InlineData(Barren, "4 L", "0.4 L", " mL was to come")]
    [InlineData(Barren, "4000 mL", "400 mL", "was to come")]
    public void An_amount_far_from_what_was_weighed_or_reckoned_is_asked_about(string id, string amount, string? becomes, string words)
    {
        var typed = QuantityParser.Read(amount, amount.EndsWith('L') ? Field.Volume : Field.Mass).Number!;
        var error = Take(Demo.Value, FeedFrom.Holding, id, typed).Errors.Single();
        Assert.Equal("amount", error.Field);
        Assert.Equal(becomes, error.Becomes);
        Assert.Contains(words, error.Reason);
    }

    [Fact]
    public void It_is_kept_with_a_reason_and_what_cannot_be_is_not()
    {
        Decision With(string id, double grams, string? reason) =>
            TakingOver.Decide(Demo.Value, "x", "HL-21", "bar", new(FeedFrom.Holding, id, Given.Grams(grams)), null, Now, reason);
        Assert.Equal("in its crucible", Assert.IsType<LotTakenOver>(With(Bar, 42.1, " in its crucible ").Body).Reason);
        Assert.NotEmpty(With(Bar, 42.1, " ").Errors);
        Assert.NotEmpty(With(Bar, 0.421, "so it is").Errors);
        Assert.Null(Assert.IsType<LotTakenOver>(With(Bar, 4.21, null).Body).Reason);
    }

    [Fact]
    public void The_books_grams_go_over_where_it_has_others_than_the_plan()
    {
        // The step was closed with twice the gold on its filter.
        var entries = DemoAt
            .Entries(Now)
            .Select(e =>
                e.Body is StepClosed { BatchId: "26-01", StepId: "4-clear" } b
                    ? e with
                    {
                        Body = b with { Outputs = [.. b.Outputs.Select(o => o.Output == "filter" ? Twice(o) : o)] },
                    }
                    : e
            );
        var now = Taken(Ledger.Of(entries), FeedFrom.Holding, Filter, Given.Grams(6));
        var (was, gold) = (Demo.Value.Book.Grams(Account.Holding("26-01", "4-clear/filter"), "Au"), ChargeOf(now).Element("Au").Likely);
        Assert.Equal(2 * was, gold, 1e-5);
    }

    private static HoldingEstimate Twice(HoldingEstimate o) =>
        o with
        {
            Holds = [.. o.Holds.Select(h => new ElementEstimate(h.Element, 2 * h.Grams, 2 * h.Sigma, 2 * h.Low, 2 * h.High))],
        };

    [Fact]
    public void A_code_that_is_taken_and_a_lot_without_words_are_refused()
    {
        Assert.Equal("code", Take(Demo.Value, FeedFrom.Holding, Filter, Given.Grams(6), code: "HL-1").Errors[0].Field);
        Assert.Equal(
            "title",
            TakingOver.Decide(Demo.Value, "x", "HL-21", " ", new(FeedFrom.Holding, Filter, Given.Grams(6)), null, Now).Errors[0].Field
        );
    }
}
