using CsCheck;
using Spolium.Core.Deciding;
using Spolium.Core.Learning;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Learning;

public partial class PracticeTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);
    private static readonly Lazy<Ledger> Demo = new(() => Ledger.Of(DemoAt.Entries(Now)));

    private static readonly Prior Factor = Priors.ById["nitric-factor"];

    private static Sight Exact(double value) => new(Conjugate.To(Factor, value), 0);

    [Fact]
    public void With_nothing_seen_the_book_value_stands() => Assert.Equal(Factor.Triple, Conjugate.Moved(Factor, [], 3));

    // By hand: prior ln 1.1 worth 3, three sights of 1.3: the mean of logs is (ln 1.1 + ln 1.3)/2, so √(1.1 × 1.3).
    [Fact]
    public void Three_batches_weigh_as_much_as_a_book_value_worth_three() =>
        Assert.Equal(Math.Sqrt(1.1 * 1.3), Conjugate.Moved(Factor, [Exact(1.3), Exact(1.3), Exact(1.3)], 3).Likely, 1e-12);

    // By hand, book 3.3: τ = ln 1.3/3.29, σ² = (3 τ²·¾ + 3·1/4·(ln 1.2 − ln 1.1)²)/4 after one sight of 1.2, widened by 1 + ¼.
    [Fact]
    public void The_spread_follows_the_textbook()
    {
        var tau = Math.Log(1.3) / (2 * Draws.Z95);
        var off = Math.Log(1.2 / 1.1);
        var half = Draws.Z95 * Math.Sqrt((3 * tau * tau * 0.75 + 0.75 * off * off) / 4 * 1.25);
        var moved = Conjugate.Moved(Factor, [Exact(1.2)], 3);
        Assert.Equal(half, Math.Log(moved.High / moved.Likely), 1e-12);
    }

    [Fact]
    public void A_sight_as_unsure_as_the_book_counts_for_half_a_batch()
    {
        var tau = Math.Log(1.3) / (2 * Draws.Z95);
        var half = Conjugate.Moved(Factor, [new(Conjugate.To(Factor, 1.3), tau)], 3).Likely;
        Assert.Equal(Math.Exp((3 * Math.Log(1.1) + 0.5 * Math.Log(1.3)) / 3.5), half, 1e-12);
    }

    // Laws: between book and batches; the more batches, the nearer to them; shares stay shares.
    [Fact]
    public void What_is_learned_lies_between_the_book_and_the_batches() =>
        Gen.Select(Given.OneOf(LearnedPractice.Lessons.Select(l => l.Lesson.Prior).ToArray()), Gen.Double[0.1, 0.9], Gen.Int[1, 40])
            .Sample(
                (id, where, n) =>
                {
                    var prior = Priors.ById[id];
                    var seen = prior.Triple.Low + where * (prior.Triple.High - prior.Triple.Low);
                    Triple After(int k) => Conjugate.Moved(prior, [.. Enumerable.Repeat(new Sight(Conjugate.To(prior, seen), 0.01), k)], 3);
                    var (one, many) = (After(n), After(n + 1));
                    var between =
                        one.Likely >= Math.Min(seen, prior.Triple.Likely) - 1e-9
                        && one.Likely <= Math.Max(seen, prior.Triple.Likely) + 1e-9;
                    var nearer = Math.Abs(many.Likely - seen) <= Math.Abs(one.Likely - seen) + 1e-9;
                    return between
                        && nearer
                        && one.Low <= one.Likely
                        && one.Likely <= one.High
                        && (prior.Spread != Spread.Fraction || one.High < 1);
                },
                iter: 500
            );

    // Many batches drawn with a truth of their own: the learned range holds about 90 of 100 further ones.
    [Fact]
    public void The_learned_range_holds_what_the_next_batches_show()
    {
        var random = new Random(5);
        double Normal() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        double Shown() => Math.Exp(Math.Log(1.17) + 0.03 * Normal());
        var learned = Conjugate.Moved(
            Factor,
            [.. Enumerable.Range(0, 60).Select(_ => new Sight(Math.Log(Shown() * Math.Exp(0.01 * Normal())), 0.01))],
            3
        );
        Assert.Equal(1.17, learned.Likely, 0.01);
        var held = Enumerable.Range(0, 2000).Count(_ => Shown() is var x && x >= learned.Low && x <= learned.High) / 2000.0;
        // The book still counts as three of sixty-three: a little wide, never narrow.
        Assert.InRange(held, 0.88, 0.985);
    }

    [Fact]
    public void A_lesson_is_seen_in_the_dose_that_shows_it()
    {
        // Poured is 1.25 times what 1.1 gives: the factor of the dose itself is seen, not that of the step before.
        var closed = Demo.Value.State.Batches["25-08"];
        var seen = closed.Practice.Where(p => p.Prior == "nitric-factor").ToList();
        Assert.Equal("1-nitric-strip", Assert.Single(seen).StepId);
        Assert.InRange(seen[0].Value, 1.1, 1.35);
        Assert.Equal("2-aqua-regia", Assert.Single(closed.Practice, p => p.Prior == "aqua-nitric-factor").StepId);
    }

    [Fact]
    public void A_plan_says_from_how_many_batches_its_factor_is()
    {
        var state = Demo.Value.State;
        var own = Observing.DrawsNow(state, "x").Prior("nitric-factor");
        Assert.Equal("from 22 of your batches", own.Source);
        Assert.False(own.RestsOnGuess);
        Assert.Equal("nitric-factor", own.Named("acid, with some to spare").Prior);
        var book = new Draws("x").Prior("nitric-factor");
        Assert.Equal((1.1, "nitric-factor"), (book.Likely, book.Prior));
        Assert.True(own.Range.Width < book.Range.Width);
    }

    // The slip of 25-24 would teach that nine tenths of the foils were base metal.
    [Fact]
    public void Readings_that_disagree_teach_nothing_until_they_are_put_right()
    {
        var ledger = Demo.Value;
        var slipped = ledger.State.Batches["25-24"];
        Assert.Empty(slipped.Practice);
        var body = Assert.IsType<ReadingPutRight>(
            PuttingRight
                .Decide(ledger, slipped, slipped.Product!.EntryId, QuantityParser.Read("2.71 g", Field.Mass).Number!, "decimal_down", null)
                .Body
        );
        var after = PuttingRight.Preview(ledger, body).State;
        Assert.InRange(Assert.Single(after.Batches["25-24"].Practice, p => p.Prior == "base-on-foils").Value, 0.005, 0.08);
        Assert.Equal(ledger.State.Practice.Count + 1, after.Practice.Count);
    }

    [Fact]
    public void A_batch_is_left_out_with_a_reason_and_counts_again()
    {
        var ledger = Demo.Value;
        Assert.Equal("reason", LeavingOut.Decide(ledger.State, "25-08", " ", false).Errors[0].Field);
        Assert.Equal("batchId", LeavingOut.Decide(ledger.State, "26-02", "open", false).Errors[0].Field);
        Assert.Equal("batchId", LeavingOut.Decide(ledger.State, "25-08", null, true).Errors[0].Field);
        var without = Write(ledger, LeavingOut.Decide(ledger.State, "25-08", "another balance", false));
        var (all, less) = (
            LearnedPractice.Now(ledger.State).ByPrior["nitric-factor"],
            LearnedPractice.Now(without.State).ByPrior["nitric-factor"]
        );
        Assert.Equal((22, 21), (all.Batches, less.Batches));
        Assert.True(less.Triple.Likely < all.Triple.Likely);
        var again = Write(without, LeavingOut.Decide(without.State, "25-08", null, true));
        Assert.Equal(all, LearnedPractice.Now(again.State).ByPrior["nitric-factor"]);
    }

    // A batch goes by what was known when it began: what closes meanwhile does not move its plan.
    [Fact]
    public void An_open_batch_does_not_learn_from_what_closes_after_its_start()
    {
        var ledger = Demo.Value;
        var open = ledger.State.Batches["26-02"];
        var before = BatchAtWork.Plan(ledger.State, open).Steps.Select(s => s.Plan.Doses.Sum(d => d.Grams.Likely)).ToList();
        var later = ledger.State.Batches["26-01"] with { Id = "x", Code = "x", ClosedAt = open.StartedAt.AddHours(2) };
        var then = ledger.State with
        {
            Practice = ledger.State.Practice.Add(
                new("x", "x", later.ClosedAt!.Value, [new("nitric-factor", "1-nitric-strip", 1.6, 1.55, 1.65, "poured")], null)
            ),
        };
        Assert.Equal(before, BatchAtWork.Plan(then, open).Steps.Select(s => s.Plan.Doses.Sum(d => d.Grams.Likely)));
        Assert.NotEqual(LearnedPractice.Now(ledger.State).ByPrior["nitric-factor"], LearnedPractice.Now(then).ByPrior["nitric-factor"]);
    }
}
