using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Safety;
using Spolium.Core.Tests.Methods;
using Spolium.Demo;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.Safety;

/// <summary>Every row of what never meets: a charge that fires it, one that just misses it, and ordinary work that is not
/// stopped.</summary>
public class NeverTogetherTests
{
    public static TheoryData<string> Rows => [.. NeverTogether.All.Select(r => r.Id)];

    private static readonly HashSet<string> NoMeans = [];

    [Theory]
    [MemberData(nameof(Rows))]
    public void A_row_fires_from_either_side_and_just_misses(string id)
    {
        var row = NeverTogether.All.Single(r => r.Id == id);
        var (a, b) = (WithThird(row, Holding(row.A, Above(row.LeastA)), 1.01), Holding(row.B, Above(row.LeastB)));
        Assert.Contains(row, NeverTogether.Meeting(a, b, NoMeans));
        Assert.Contains(row, NeverTogether.Meeting(b, a, NoMeans));
        Assert.DoesNotContain(row, NeverTogether.Meeting(a, Charge.Empty, NoMeans));
        if (row.LeastA > 0)
            Assert.DoesNotContain(row, NeverTogether.Meeting(WithThird(row, Holding(row.A, 0.99 * row.LeastA), 1.01), b, NoMeans));
        if (row.LeastB > 0)
            Assert.DoesNotContain(row, NeverTogether.Meeting(a, Holding(row.B, 0.99 * row.LeastB), NoMeans));
        if (row.C is not null)
            Assert.DoesNotContain(row, NeverTogether.Meeting(WithThird(row, Holding(row.A, Above(row.LeastA)), 0.99), b, NoMeans));
        Assert.Equal(row.Means.Length == 0, NeverTogether.Meeting(a, b, new HashSet<string> { row.Means }).Contains(row));
    }

    // What a row of three wants beside, so many times its limit in a litre and a half; g/L all.
    private static Charge WithThird(NeverTogether row, Charge one, double times) =>
        row.C is null ? one
        : row.LeastC > 0 ? one.Plus(Holding(row.C, 1.5 * times * row.LeastC))
        : times > 1 ? one.Plus(Holding(row.C, 1))
        : one;

    private static double Above(double least) => least > 0 ? 1.01 * least : 1;

    // So much of a group, g in all or g/L, in half a litre of water (both together are a litre).
    private static Charge Holding(SubstanceGroup group, double amount)
    {
        var charge = group.Id is "water" ? Charge.Empty : Charge.Empty.With(Species.Water, Moles(500, "H2O"));
        var what = group.Holds.FirstOrDefault(h => !h.StartsWith("mark:", StringComparison.Ordinal)) ?? group.Holds[0];
        if (what.StartsWith("mark:", StringComparison.Ordinal))
            return charge.Marked([what[5..]]);
        if (what.StartsWith("pair:", StringComparison.Ordinal))
        {
            var parts = what[5..].Split('|');
            return charge
                .With(new(parts[0], Phase.Aqueous), Moles(amount, parts[2]))
                .With(new(parts[1], Phase.Aqueous), Moles(amount, parts[2]));
        }
        if (what.StartsWith("el:", StringComparison.Ordinal))
            return charge.With(new(what[3..], Phase.Solid), Moles(amount, what[3..]));
        return what == "H2O"
            ? Charge.Empty.With(Species.Water, Moles(amount, "H2O"))
            : charge.With(new(what, Species.Of(what).Charge == 0 ? Phase.Solid : Phase.Aqueous), Moles(amount, what));
    }

    private static Working Moles(double grams, string formula) =>
        Molar.Moles(Working.Given(grams, Dimension.Mass, formula, "test"), formula);

    // What a step does to what goes into it, and the paper of a filter.
    private static readonly string[] SetBySteps = ["heated", "molten", "paper"];

    [Fact]
    public void Every_row_can_be_reached_by_a_bottle_a_mark_an_element_or_a_reaction()
    {
        var poured = Reagent.All.SelectMany(r => Species.InVessel(r.Formula).Select(s => s.Formula).Append(r.Formula)).ToHashSet();
        var marks = Suspicion.All.Select(s => "mark:" + s.Mark).Concat(SetBySteps.Select(m => "mark:" + m)).ToHashSet();
        var made = string.Join(
            " ",
            Directory
                .EnumerateFiles(Path.Combine(Repository.Root, "src/Spolium.Core/Methods"), "*.cs", SearchOption.AllDirectories)
                .Append(Path.Combine(Repository.Root, "src/Spolium.Core/Chemistry/Species.cs"))
                .Select(File.ReadAllText)
        );
        bool Reached(string what) =>
            what.StartsWith("mark:", StringComparison.Ordinal) ? marks.Contains(what)
            : what.StartsWith("pair:", StringComparison.Ordinal) ? what[5..].Split('|')[..2].All(Reached)
            : what.StartsWith("el:", StringComparison.Ordinal) ? ElementAtWork.BySymbol.ContainsKey(what[3..])
            : poured.Contains(what) || ElementAtWork.BySymbol.ContainsKey(what) || made.Contains(what);
        Assert.All(NeverTogether.All.SelectMany(r => new[] { r.A, r.B, r.C }).OfType<SubstanceGroup>(), g =>
            Assert.True(g.Holds.Any(Reached), $"nothing brings {g.Id}")
        );
    }

    [Fact]
    public void A_filter_is_paper_and_burns_with_what_it_holds()
    {
        var filter = Given.Step("clear", RefusalTests.Of("AuCl4- 5, NO3- 80, H+ 2, Cl- 10, H2O 200")).Outputs.Single(o => o.Id == "filter");
        Assert.Contains("paper", filter.Charge.Marks);
        Assert.Contains(NeverTogether.Meeting(filter.Charge, Charge.Empty.Marked(["heated"]), NoMeans), r => r.Id == "nitrate-paper");
        Assert.DoesNotContain("paper", Given.Step("roast", RefusalTests.Of("Au 1, Cu 3").Marked(["paper"])).Outputs[0].Charge.Marks);
    }

    // The heat of the oven is what a wet filter of silver nitrate meets; without its paper, or without heat, nothing is said.
    [Theory]
    [InlineData("dry", "paper", true)]
    [InlineData("dry", "hollow", false)]
    [InlineData("wash", "paper", false)]
    public void What_goes_into_the_oven_meets_its_heat(string method, string mark, bool told)
    {
        var charge = RefusalTests.Of("Ag 5, Ag+ 2, NO3- 1.2, H2O 3").Marked([mark]);
        var step = new PlannedStep(
            new("1-x", method, new Dictionary<string, string>(), [], []),
            MethodCatalogue.Of(method),
            charge,
            Given.Step(method, charge),
            Facts.None
        );
        Assert.Equal(told, StepSafety.FindingsOf(step, new Draws("oven")).Any(f => f.Row.Id == "paper-silver-nitrate"));
    }

    [Theory]
    [InlineData("Ag+ 5, NO3- 10, H2O 50", "C2H6O", "silver-alcohol")]
    [InlineData("Cl- 20, H+ 0.5, Cl2 0.5, H2O 100", "NH3", "chlorine-ammonium")]
    [InlineData("Cl- 20, H+ 0.5, H2O2 10, H2O 100", "C3H6O", "peroxide-ketone")]
    [InlineData("H+ 1, NO3- 62, H2O 100", "C3H6O", "nitric-solvent")]
    [InlineData("H+ 1, Cl- 35, H2O 100", "HF", "hf-anything")]
    [InlineData("H+ 1, Cl- 35, H2O 100", "MnO2", "oxide-hcl")]
    public void What_a_bottle_brings_is_seen(string vessel, string formula, string row) =>
        Assert.Contains(NeverTogether.Meeting(RefusalTests.Of(vessel), Charge.Empty.Dissolve(formula, Moles(5, formula)), NoMeans), r =>
            r.Id == row
        );

    [Fact]
    public void It_judges_by_the_high_end_of_what_may_be_there()
    {
        var draws = new Draws("maybe");
        var maybe = Charge
            .Empty.With(Species.Water, Moles(1000, "H2O"))
            .With(
                new("ClO-", Phase.Aqueous),
                Molar.Moles(
                    Working.Given(draws.Spread("chlorine", new(0, 0.01, 0.5), Spread.Positive), Dimension.Mass, "ClO-", "test"),
                    "ClO-"
                )
            );
        var urea = Charge.Empty.Dissolve("CO(NH2)2", Moles(5, "CO(NH2)2"));
        Assert.Contains(NeverTogether.Meeting(maybe, urea, NoMeans), r => r.Id == "chlorine-urea");
    }

    [Fact]
    public void Two_holdings_that_meet_are_checked_and_one_kept_by_itself()
    {
        var bleach = Charge.Empty.With(Species.Water, Moles(100, "H2O")).Dissolve("NaOCl", Moles(5, "NaOCl"));
        var acid = Charge.Empty.With(Species.Water, Moles(100, "H2O")).Dissolve("HCl", Moles(20, "HCl"));
        Assert.Contains(NeverTogether.Meeting(bleach, acid, NoMeans), r => r is { Id: "chlorine-acid", Verdict: Verdict.Stop });
        Assert.Empty(NeverTogether.Meeting(bleach, bleach, NoMeans));
    }

    [Fact]
    public void Ordinary_batches_of_gold_and_silver_run_without_a_false_stop()
    {
        var gold = Given.Plan(Given.Charge(Given.Hl1(), 412.6));
        var silver = new Content(
            [
                new("Ag", Given.Share(8), Given.Share(11), Given.Share(14)),
                new("Ni", Given.Share(10), Given.Share(14), Given.Share(18)),
                new("Zn", Given.Share(10), Given.Share(18), Given.Share(24)),
            ],
            "Cu"
        );
        var byChloride = Planner.Fold(
            Given.Charge(silver, 1284, "HL-2"),
            Routes.Chain(HobLaneWays.SilverByChloride),
            Core.Reagents.Shop.Usual,
            new Draws("HL-2")
        );
        var byCopper = Planner.Fold(
            Given.Charge(silver, 1284, "HL-2"),
            Routes.Chain(HobLaneWays.SilverByCopper),
            Core.Reagents.Shop.Usual,
            new Draws("HL-2")
        );
        foreach (var plan in new[] { gold, byChloride, byCopper })
        {
            Assert.Null(plan.Refused);
            Assert.All(plan.Steps, s => Assert.Empty(StepSafety.Of(s, new Draws("x")).Findings));
        }
    }

    [Fact]
    public void Every_group_names_substances_that_can_be_read()
    {
        foreach (
            var what in SubstanceGroup.ById.Values.SelectMany(g => g.Holds).Where(h => !h.StartsWith("mark:", StringComparison.Ordinal))
        )
        foreach (var formula in what.Replace("pair:", "").Replace("el:", "").Split('|'))
            Assert.True(Species.Of(formula).MolarMass > 0);
        // A group that no rule asks for is dead.
        Assert.All(SubstanceGroup.ById.Keys, id =>
            Assert.True(
                NeverTogether.All.Any(r => r.A.Id == id || r.B.Id == id || r.C?.Id == id) || PoolGate.All.Any(g => g.Group.Id == id),
                id
            )
        );
    }
}
