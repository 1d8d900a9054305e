using Spolium.Core.Learning;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Vessels;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Learning;

/// <summary>How long each kind of work takes here, by the stamps of closed steps.</summary>
public partial class PracticeTests
{
    // Two entries lie 20 minutes apart on this bench: the pours of a strip take hours, what is closed at once was typed in one go.
    private static Bench Stripped() =>
        new(
            new([new("Au", Given.Share(2), Given.Share(2.2), Given.Share(2.5))], "Cu"),
            60,
            "nitric-strip",
            "aqua-regia",
            "sulfamic",
            "clear",
            "metabisulphite",
            "wash-dry-melt"
        );

    private static PracticeSeen? Pace(Bench bench) => ObservingHoursOf(bench).SingleOrDefault(s => s.StepId == "1-nitric-strip");

    private static IEnumerable<PracticeSeen> ObservingHoursOf(Bench bench) =>
        Observing.Of(bench.Ledger, bench.Batch).Where(s => Paces.IsPace(s.Prior));

    [Fact]
    public void A_step_shows_how_long_it_took_from_its_beginning_to_its_closing()
    {
        var bench = Stripped().Begin("1-nitric-strip");
        foreach (var dose in bench.Planned.Plan.Doses)
            bench.Pour(dose.Id);
        bench.SeeAll().Close();
        var (done, plan) = (bench.Batch.Step("1-nitric-strip"), BatchAtWork.Step(bench.Ledger.State, bench.Batch, "1-nitric-strip").Plan);
        var hours = (done.ClosedAt!.Value - done.BegunAt!.Value).TotalHours;
        var planned = (plan.Attended + plan.Unattended).Likely;
        var seen = Pace(bench)!;
        Assert.Equal(("pace-strip", hours / planned), (seen.Prior, seen.Value));
        Assert.Equal(hours / planned * 1.4, seen.High, 1e-9);
        Assert.Contains("h from its beginning to its closing, planned", seen.Says);
    }

    [Theory]
    [InlineData(-0.95, false)]
    [InlineData(0, true)]
    [InlineData(400, false)]
    public void What_was_typed_in_one_go_or_left_over_days_shows_nothing(double longer, bool shows)
    {
        var bench = Stripped().AsPlanned("1-nitric-strip");
        var (state, batch) = (bench.Ledger.State, bench.Batch);
        var done = batch.Step("1-nitric-strip");
        var took = done.ClosedAt!.Value - done.BegunAt!.Value;
        var moved = batch with { Steps = batch.Steps.SetItem(done.Id, done with { ClosedAt = done.ClosedAt + longer * took }) };
        Assert.Equal(shows, ObservingHours.Of(state, moved).Any(s => s.StepId == done.Id));
        Assert.Empty(ObservingHours.Of(state, moved with { Steps = moved.Steps.SetItem(done.Id, done with { GivenUp = true }) }));
    }

    // Five batches of the kind took twice as long: plans of it take longer, hands and waiting alike; those of before stay as they were.
    [Fact]
    public void Plans_take_the_hours_that_the_shop_takes()
    {
        var method = MethodCatalogue.Of("nitric-strip");
        var slow = Enumerable.Range(0, 5).Select(i => Showed($"b{i}", new PracticeSeen("pace-strip", "1", 2, 1.8, 2.2, "stamps"))).ToList();
        var own = LearnedPractice.All(slow).Single(f => f.Prior.Id == "pace-strip").Own!.Value;
        // By hand: the book counts 3, each batch τ²/(τ² + u²) with τ = ln 2/1.645 = 0.421, u = 0.1/1.645 = 0.061: 0.98; 2^(4.9/7.9).
        Assert.Equal(Math.Pow(2, 4.9 / 7.9), own.Likely, 0.01);
        StepPlan Plan(Practice? practice) =>
            method.Plan(
                new Content([new("Au", Given.Share(2), Given.Share(2.2), Given.Share(2.5))], "Cu").ToCharge(
                    Working.Exact(60, "60 g", Dimension.Mass),
                    new Draws("x")
                ),
                new StepOptions(method, new Dictionary<string, string>()),
                new Shop(Shop.UsualBottles, Vessel.Beakers, 0.01),
                Facts.None,
                new Draws("x", practice: practice)
            );
        var (usual, learned) = (
            Plan(null),
            Plan(new(new Dictionary<string, Practised> { ["pace-strip"] = new(own, 5, "from 5 of your batches") }))
        );
        Assert.Equal(own.Likely * usual.Attended.Likely, learned.Attended.Likely, 1e-9);
        Assert.Equal(own.Likely * usual.Unattended.Likely, learned.Unattended.Likely, 1e-9);
        Assert.Equal(usual.Attended.Likely, Plan(Practice.None).Attended.Likely);
        Assert.DoesNotContain("pace", string.Join("\n", WorkingText.Lines(usual.Attended).Select(l => l.Prior)));
    }

    // A day at the bench may be long: nobody is asked about it.
    [Fact]
    public void Hours_are_not_asked_about_at_closing() =>
        Assert.Empty(LearnedPractice.FarOff(Ledger.Empty.State, [new("pace-strip", "1", 40, 39, 41, "stamps")]));

    // Each method has one, and finishing goes by its own work.
    [Fact]
    public void Every_method_has_a_pace()
    {
        Assert.All(MethodCatalogue.All, m => Assert.Contains(Paces.Of(m), Priors.ById.Keys));
        Assert.Equal(
            ["pace-dry", "pace-melt", "pace-wash", "pace-finish", "pace-clear"],
            new[] { "dry", "melt", "wash", "wash-dry-melt", "clear" }.Select(m => Paces.Of(MethodCatalogue.Of(m)))
        );
    }
}
