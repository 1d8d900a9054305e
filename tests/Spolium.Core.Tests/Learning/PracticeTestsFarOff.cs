using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Learning;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Learning;

/// <summary>One odd batch hardly moves what is learned, one fact is one sight, each metal has its own, and every lesson can be
/// learned.</summary>
public partial class PracticeTests
{
    // A foam-over: 2.70 where 1.09 is usual. By hand: z = ln(2.7/1.1)/τ = 11.3, it counts for (3/11.3)⁴ = 0.005 of a batch.
    [Fact]
    public void One_odd_batch_hardly_moves_and_a_shop_that_is_so_does()
    {
        var usual = Enumerable.Repeat(Exact(1.09), 6).ToList();
        var before = Conjugate.Moved(Factor, usual, 3);
        var odd = Conjugate.Moved(Factor, [.. usual, Exact(2.7)], 3);
        Assert.Equal(before.Likely, odd.Likely, 0.005);
        Assert.Equal(before.High, odd.High, 0.05);
        // Eight of eight are no oddity.
        Assert.InRange(Conjugate.Moved(Factor, [.. Enumerable.Repeat(Exact(2.7), 8)], 3).Likely, 2, 2.7);
        Assert.InRange(Conjugate.Off(Factor, Factor.Triple, Exact(2.7)), 11, 11.6);
    }

    private static BatchPractice Showed(string id, params PracticeSeen[] seen) => new(id, id, Now, [.. seen], null);

    private static PracticeSeen Barren(
        double value,
        double half,
        bool together = false,
        string step = "5-metabisulphite",
        string says = ""
    ) => new("gold-in-barren", step, value, value - half, value + half, says, together);

    private static Triple Learned(params BatchPractice[] batches) =>
        LearnedPractice.All(batches).Single(f => f.Prior.Id == "gold-in-barren").Own!.Value;

    // A barren tested and then worked up is one barren: the surer of the two counts.
    [Fact]
    public void One_fact_is_one_sight()
    {
        var (tested, found) = (Barren(0.0032, 0.002), Barren(0.001, 0.0001, together: true));
        Assert.Equal(Learned(Showed("a", found)), Learned(Showed("a", tested, found)));
        Assert.NotEqual(Learned(Showed("a", tested)), Learned(Showed("a", tested, found)));
        // One tub that eight batches fed gave one yield.
        var tub = Barren(0.001, 0.0001, together: true, says: "tub-1 gave 31 %");
        Assert.Equal(Learned(Showed("a", tub)), Learned([.. Enumerable.Range(0, 8).Select(i => Showed($"b{i}", tub))]));
        var other = Barren(0.001, 0.0001, together: true, says: "tub-2 gave 31 %");
        Assert.NotEqual(Learned(Showed("a", tub)), Learned(Showed("a", tub), Showed("b", other)));
    }

    private static PracticeSeen Factor109(double value) =>
        new("nitric-factor", "1-nitric-strip", value, value * 0.97, value * 1.03, "poured");

    // Two batches of a kind are taken with all; three of them speak for it alone, and for no other kind.
    [Fact]
    public void Three_batches_of_a_kind_speak_for_it_alone()
    {
        BatchPractice Of(string id, string kind, double value) => Showed(id, Factor109(value)) with { Kind = kind };
        Triple Learned(string? kind, params BatchPractice[] batches) =>
            LearnedPractice.All(batches, kind).Single(f => f.Prior.Id == "nitric-factor").Own!.Value;
        BatchPractice[] others = [Of("a", "clad brass", 1.10), Of("b", "clad brass", 1.11), Of("c", "sterling", 1.09)];
        BatchPractice[] two = [.. others, Of("d", "braid", 1.25), Of("e", "braid", 1.26)];
        Assert.Equal(Learned(null, two), Learned("braid", two));
        BatchPractice[] three = [.. two, Of("f", "braid", 1.24)];
        Assert.Equal(Learned(null, three.Where(b => b.Kind == "braid").ToArray()), Learned("braid", three));
        Assert.NotEqual(Learned(null, three), Learned("braid", three));
        Assert.Equal(Learned(null, three), Learned("clad brass", three));
        // One that was left out speaks for nothing.
        BatchPractice[] less = [.. two, Of("f", "braid", 1.24) with { LeftOut = "spilt" }];
        Assert.Equal(Learned(null, less), Learned("braid", less));
    }

    // 277.7 g of dry powder gave 277.0 g of bar: 0.25 % went, of them 0.2 % or so in the transfer; no more than that was lost in the melt.
    [Fact]
    public void Powder_and_bar_that_were_weighed_teach_the_loss_of_the_melt()
    {
        var bench = Reconciling.MetalOutOfBottlesTests.Silver().Close();
        var seen = Assert.Single(Observing.Of(bench.Ledger, bench.Batch), s => s.Prior == "melt-loss");
        Assert.Equal("277.7 g of powder gave 277.0 g", seen.Says);
        Assert.InRange(seen.Value, 0.0002, 0.0025);
        Assert.True(seen.High < 0.004, $"{seen.High}");
    }

    // Silver's own fineness: it moves no gold way.
    [Fact]
    public void A_silver_bar_teaches_silver_bars_alone()
    {
        var bench = Reconciling.MetalOutOfBottlesTests.Silver().Close();
        var seen = Observing.Of(bench.Ledger, bench.Batch).Where(s => s.Prior.StartsWith("bar-fineness", StringComparison.Ordinal));
        Assert.Equal("bar-fineness-Ag", Assert.Single(seen).Prior);
        Assert.Equal("bar-fineness", BarFineness.PriorOf("Au"));
        Assert.NotEqual(
            BatchAtWork.InBar(new Draws("x"), "Ag", Given.Grams(10), null).Low,
            BatchAtWork.InBar(new Draws("x"), "Au", Given.Grams(10), null).Low
        );
    }

    private static Bench Sterling() =>
        new(
            new([new("Ag", Given.Share(92.2), Given.Share(92.5), Given.Share(92.8))], "Cu"),
            60,
            "nitric-part",
            "copper-cement",
            "wash",
            "dry",
            "melt"
        );

    // Silver that is left in the copper liquor, by a drop beside drops.
    [Fact]
    public void Silver_in_the_barren_can_be_learned()
    {
        var bench = Sterling();
        bench.AsPlanned("1-nitric-part").Begin("2-copper-cement").Pour("bar", 40);
        bench.Write(
            StepDecisions.TestLiquor(
                bench.Ledger.State,
                bench.Batch,
                "2-copper-cement",
                new(
                    "liquor",
                    "Ag",
                    TypedNumber.Of(100, Field.Volume, "mL"),
                    TypedNumber.Of(0.05, Field.Concentration, "g/L"),
                    TypedNumber.Of(0.15, Field.Concentration, "g/L")
                ),
                "measured"
            )
        );
        bench.Close().AsPlanned("3-wash").Begin("4-dry").Weigh("dry", 55.4).Close();
        bench.Begin("5-melt").Pour("borax").Weigh("bar", 55.2, 0.995).Close();
        Assert.Contains(Observing.Of(bench.Ledger, bench.Batch), s => s.Prior == "silver-in-barren");
    }

    // Every lesson names a dose, or a holding, of the methods that teach it.
    [Fact]
    public void Every_lesson_can_be_learned() =>
        Assert.All(MethodCatalogue.All.SelectMany(m => m.Card.Lessons.Select(l => (Method: m, Lesson: l))), x =>
        {
            Assert.True(Priors.ById.ContainsKey(x.Lesson.Prior), x.Lesson.Prior);
            var named =
                x.Lesson.Seen == Core.Methods.Seen.Dose
                    ? JournalNames.All.Any(n => n.Of == NameOf.Dose && n.Method == x.Method.Id && n.Text == x.Lesson.Of)
                    : x.Method.Outputs.Any(o => o.Id == x.Lesson.Of);
            Assert.True(named, $"{x.Method.Id} has no {x.Lesson.Of}");
        });

    // The person is asked, and the answer stands with its reason.
    [Fact]
    public void What_is_far_off_is_asked_about_at_closing()
    {
        var ledger = Ledger.Of(Demo.Value.State.Entries.TakeWhile(e => e.Body is not BatchClosed { BatchId: "26-01" }));
        var batch = ledger.State.Batches["26-01"];
        Assert.Empty(LearnedPractice.FarOff(ledger.State, Observing.Of(ledger, batch)));
        Assert.IsType<BatchClosed>(Decisions.CloseBatch(ledger, batch, Now, "AV").Body);
        var odd = new PracticeSeen("nitric-factor", "1-nitric-strip", 2.7, 2.6, 2.8, "nitric acid: 900 g poured");
        var words = Assert.Single(LearnedPractice.FarOff(ledger.State, [odd]));
        Assert.Contains("2.70 is far off what is usual", words);
        Assert.Empty(LearnedPractice.FarOff(ledger.State, [odd with { Together = true }]));
    }

    // Nearly three times the acid went in until it was quiet: a foam-over, by the person's word.
    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void The_answer_is_kept_with_its_reason(bool counts)
    {
        var bench = Sterling();
        bench.Begin("1-nitric-part").Pour("water");
        var need = bench.Planned.Plan.Doses.First(d => d.Id == "nitric").Grams.Likely;
        bench.Pour("nitric", 1.6 * need).Pour("nitric", 1.2 * need).SeeAll().Close();
        bench.Begin("2-copper-cement").Pour("bar", 60).Close().AsPlanned("3-wash").Begin("4-dry").Weigh("dry", 55.4).Close();
        bench.Begin("5-melt").Pour("borax").Weigh("bar", 55.2, 0.995).Close();
        Decision Closing(bool? answer, string? why) => Decisions.CloseBatch(bench.Ledger, bench.Batch, Now, "AV", answer, why);
        Assert.Equal("counts", Closing(null, null).Errors[0].Field);
        Assert.Equal("reason", Closing(counts, " ").Errors[0].Field);
        bench.Write(Closing(counts, "it foamed over"));
        Assert.Equal(counts ? null : "it foamed over", bench.Batch.LeftOut);
        var body = (BatchClosed)bench.Ledger.State.Entries[^1].Body;
        Assert.Equal(counts ? "it foamed over" : null, body.Counted);
        Assert.Equal(counts, LearnedPractice.Now(bench.Ledger.State).ByPrior.ContainsKey("nitric-factor"));
    }
}
