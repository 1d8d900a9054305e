using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Safety;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>Work above its limit is led with a licence that holds, and with none that does not.</summary>
public class WorkGatesTests
{
    private static readonly DateTimeOffset Written = new(2026, 3, 1, 12, 0, 0, TimeSpan.Zero);
    private static readonly DateTimeOffset Day = new(2026, 6, 1, 12, 0, 0, TimeSpan.Zero);

    private static Entry At(string id, string stream, DateTimeOffset time, EntryBody body) =>
        new(id, [new(stream, 1)], time, time, "AV", body);

    private static State With(params string[] scope) =>
        Replay.Apply(
            State.Empty,
            At("e1", "licence:li", Written, new LicenceHeld("li", "T-17", "A. V.", scope, new(2026, 1, 1), new(2026, 12, 31)))
        );

    private static readonly IMethod Any = MethodCatalogue.All[0];

    private static StepPlan Making(string limit, double amount) =>
        StepPlan.Refuse(Any, Charge.Empty) with
        {
            Limited = [(limit, Working.Exact(amount))],
        };

    public static TheoryData<string> Limits => [.. WorkLimit.All.Select(l => l.Id)];

    [Theory]
    [MemberData(nameof(Limits))]
    public void Each_limit_shuts_just_above_and_not_just_below(string id)
    {
        var limit = WorkLimit.Find(id)!;
        var above = Making(id, 1.001 * limit.Most);
        Assert.Single(WorkGates.Says(State.Empty, Any, above, Day));
        Assert.Contains(limit.Scope.Name, WorkGates.Says(State.Empty, Any, above, Day)[0]);
        Assert.Empty(WorkGates.Says(State.Empty, Any, Making(id, 0.999 * limit.Most), Day));
        Assert.Empty(WorkGates.Says(With(limit.Scope.Id), Any, above, Day));
        Assert.Single(WorkGates.Says(With(LicenceScope.All.First(s => s != limit.Scope).Id), Any, above, Day));
    }

    // It covers the day of the work and the day of writing, and nothing that happened before it was typed.
    [Theory]
    [InlineData("2026-06-01", "2026-06-02", true)]
    [InlineData("2026-12-31", "2026-12-31", true)]
    [InlineData("2026-12-31", "2027-01-01", false)]
    [InlineData("2027-01-02", "2027-01-02", false)]
    [InlineData("2026-02-01", "2026-06-01", false)]
    public void A_date_that_is_typed_opens_nothing(string happened, string written, bool open)
    {
        static DateTimeOffset On(string day) => DateTimeOffset.Parse(day + "T13:00Z", System.Globalization.CultureInfo.InvariantCulture);
        Assert.Equal(open, WorkGates.Holds(With("chlorine"), "chlorine", On(happened), On(written)));
    }

    [Fact]
    public void What_ended_opens_nothing_and_stays_to_be_read()
    {
        var held = With("chlorine");
        Assert.Equal("licenceId", LicenceDecisions.End(held, "other", "x").Errors[0].Field);
        Assert.Equal("why", LicenceDecisions.End(held, "li", " ").Errors[0].Field);
        var ended = Replay.Apply(held, At("e2", "licence:li", Day, LicenceDecisions.End(held, "li", "given back").Body!));
        Assert.False(WorkGates.Holds(ended, "chlorine", Day, Day));
        Assert.Equal("given back", ended.Licences["li"].Ended);
        Assert.NotEmpty(LicenceDecisions.End(ended, "li", "again").Errors);
        // The first is not taken back under its end.
        Assert.NotNull(Corrections.Refuse(ended, "e1"));
        Assert.Null(Corrections.Refuse(ended, "e2"));
    }

    [Fact]
    public void A_licence_of_another_shop_opens_nothing_here()
    {
        var entry = At(
            "e1",
            "licence:li",
            Written,
            new LicenceHeld("li", "T-17", "B. K.", ["chlorine"], new(2026, 1, 1), new(2026, 12, 31))
        );
        Assert.Empty(Replay.Apply(State.Empty, entry with { Brought = true }).Licences);
    }

    [Fact]
    public void A_shop_may_lower_a_limit_and_never_raise_it()
    {
        TypedNumber Litres(double l) => TypedNumber.Of(1000 * l, Field.Volume, "mL");
        Assert.Contains("never raise", LicenceDecisions.Lower("chlorine", Litres(50.1)).Errors[0].Reason);
        Assert.Equal("most", LicenceDecisions.Lower("chlorine", Given.Grams(3)).Errors[0].Field);
        Assert.Equal("limitId", LicenceDecisions.Lower("soup", Litres(1)).Errors[0].Field);
        var lower = Replay.Apply(State.Empty, At("e1", "limit:chlorine", Written, LicenceDecisions.Lower("chlorine", Litres(5)).Body!));
        Assert.Single(WorkGates.Says(lower, Any, Making("chlorine", 5001), Day));
        Assert.Empty(WorkGates.Says(lower, Any, Making("chlorine", 4999), Day));
        // What a journal says of more opens no more either.
        var more = Replay.Apply(State.Empty, At("e1", "limit:chlorine", Written, new LimitLowered("chlorine", Litres(500))));
        Assert.Single(WorkGates.Says(more, Any, Making("chlorine", 50001), Day));
    }

    [Theory]
    [InlineData("", "A. V.", "chlorine", "2026-12-31", "number")]
    [InlineData("T-17", " ", "chlorine", "2026-12-31", "holder")]
    [InlineData("T-17", "A. V.", "everything", "2026-12-31", "scope")]
    [InlineData("T-17", "A. V.", "chlorine", "2025-12-31", "until")]
    public void A_licence_says_what_stands_on_its_paper(string number, string holder, string scope, string until, string field)
    {
        var day = DateOnly.Parse(until, System.Globalization.CultureInfo.InvariantCulture);
        var no = LicenceDecisions.Hold(State.Empty, "li", number, holder, [scope], new(2026, 1, 1), day);
        Assert.Equal(field, Assert.Single(no.Errors).Field);
    }

    // 900 g of gold foils want some 154 L of chlorine: 900/196.97 × 1.5 × 24.5 L.
    private static (Bench Bench, EntryBody Begin) Much(double grams)
    {
        var gold = new Content([new("Au", Given.Share(99), Given.Share(99.5), Given.Share(100))], null);
        var bench = new Bench(gold, grams, "chlorine-hcl", "clear", "metabisulphite", "wash-dry-melt");
        return (bench, StepDecisions.Begin(bench.Ledger.State, bench.Batch, "1-chlorine-hcl", "test").Body!);
    }

    [Fact]
    public void Much_chlorine_is_begun_with_a_licence_only_and_little_without()
    {
        var (bench, begin) = Much(900);
        var refused = WorkGates.Refuse(bench.Ledger.State, begin, Day, Day);
        Assert.Equal("stepId", Assert.Single(refused!.Errors).Field);
        Assert.Contains("chlorine made in one charge: up to", refused.Errors[0].Reason);
        var licensed = Replay.Apply(bench.Ledger.State, At("li", "licence:li", Written, With("chlorine").Licences["li"].Held));
        Assert.Null(WorkGates.Refuse(licensed, begin, Day, Day));
        var (few, small) = Much(9);
        Assert.Null(WorkGates.Refuse(few.Ledger.State, small, Day, Day));
        // Ten litres and more are made with somebody in reach.
        Assert.Contains(Planned(bench).Interlocks, i => i.State == "second-person");
        Assert.DoesNotContain(Planned(few).Interlocks, i => i.State == "second-person");
    }

    private static StepPlan Planned(Bench bench) => BatchAtWork.Step(bench.Ledger.State, bench.Batch, "1-chlorine-hcl").Plan;

    [Fact]
    public void A_pour_that_goes_above_is_refused_and_what_makes_safe_is_not()
    {
        var (bench, _) = Much(9);
        bench.Begin("1-chlorine-hcl");
        DoseAdded Tablets(double grams) => new("b", "1-chlorine-hcl", "tablets", [new("usual tablets", Given.Grams(grams), grams, 0.9)]);
        Assert.Null(WorkGates.Refuse(bench.Ledger.State, Tablets(5), Day, Day));
        // 232.4 g of the tablets' salt give 24.5 L for one of its chlorines: 600 g at 90 % some 57 L.
        Assert.NotNull(WorkGates.Refuse(bench.Ledger.State, Tablets(700), Day, Day));
        var (much, _) = Much(900);
        SomethingElse Free(string formula, string? reason = null) =>
            new("b", "1-chlorine-hcl", Happening.Poured, new(formula, new("x", Given.Grams(5), 5, 1)), Reason: reason);
        Assert.NotNull(WorkGates.Refuse(much.Ledger.State, Free("HCl"), Day, Day));
        Assert.Null(WorkGates.Refuse(much.Ledger.State, Free("HCl", "it happened"), Day, Day));
        Assert.Null(WorkGates.Refuse(much.Ledger.State, Free("Na2S2O5"), Day, Day));
        Assert.Null(WorkGates.Refuse(much.Ledger.State, Free("H2O"), Day, Day));
    }

    // What stands in the journal's place of a pour is judged as it, without what it takes back.
    [Fact]
    public void A_correction_opens_nothing()
    {
        var (bench, _) = Much(9);
        bench.Begin("1-chlorine-hcl");
        var wrong = new DoseAdded("b", "1-chlorine-hcl", "tablets", [new("usual tablets", Given.Grams(500), 500, 0.9)]);
        var ledger = bench.Ledger.Foreseen(wrong, Entry.BatchStream("b"), Day, "AV");
        var pour = ledger.State.Batches["b"].Step("1-chlorine-hcl").Pours[^1].EntryId;
        Decision? Instead(double grams, string corrects) =>
            WorkGates.Refuse(
                ledger.State,
                new Correction([corrects], "so", wrong with { Pours = [new("usual tablets", Given.Grams(grams), grams, 0.9)] }),
                Day,
                Day
            );
        Assert.NotNull(Instead(700, pour));
        Assert.Null(Instead(500, pour));
        Assert.NotNull(Instead(500, "another"));
        Assert.Null(WorkGates.Refuse(ledger.State, new Correction([pour], "so", null), Day, Day));
    }

    // A kind of entry that comes later is either judged or said to lead no work.
    [Fact]
    public void Every_kind_of_entry_is_judged_or_leads_no_work()
    {
        Type[] judged = [typeof(StepBegun), typeof(DoseAdded), typeof(SomethingElse), typeof(Correction)];
        string[] leads =
        [
            // What is received, named, weighed, read or told.
            "lot-received lots-received lot-split lot-taken-over lot-content-changed lot-set-aside lot-offered lot-for-others",
            "lot-photographed material-kept material-dropped prices-kept plan-saved plan-renamed plan-dropped left-out-of-learning",
            "lot-handed-over receipt-came",
            "liquor-tested reading-taken sign-seen holding-weighed product-weighed sent-out came-back reading-put-right readings-stand",
            "batch-brought-in summaries-kept bottles-received bottle-tested bottle-opened look-alike-checked bottle-discarded stock-taken",
            "vessel-named vessel-gone licence-held licence-ended limit-lowered step-kept break-accepted note-written",
            // What is worked by steps of its own, each judged as it begins; ends.
            "batch-started route-changed batch-closed step-closed branch-given-up",
            // Mixing, which the compatibility of what meets decides.
            "lots-pooled bottle-made pool-opened put-into-pool pool-worked-up",
        ];
        var none = leads.SelectMany(l => l.Split(' ')).ToList();
        Assert.Equal(
            EntryKinds.All.Select(k => k.Name).Order(StringComparer.Ordinal),
            none.Concat(judged.Select(j => EntryKinds.All.Single(k => k.Body == j).Name)).Order(StringComparer.Ordinal)
        );
    }

    [Fact]
    public void Every_licence_that_a_method_wants_is_one_that_can_be_had() =>
        Assert.All(MethodCatalogue.All, m =>
            Assert.True(m.Card.Licence is not { } scope || LicenceScope.Find(scope) is not null, m.Card.Id)
        );
}
