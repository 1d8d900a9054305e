using System.Text.Json.Serialization;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Golden;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.Records;

/// <summary>Names that journals hold are pinned in a file: who renames one finds it here, and writes what it becomes.</summary>
public class JournalNamesTests
{
    // What the methods declare, and what their plans of many random charges have.
    private static IEnumerable<(NameOf Of, string Method, string Name)> Now() =>
        Priors
            .ById.Keys.Select(p => (NameOf.Prior, "", p))
            .Concat(
                MethodCatalogue.All.SelectMany(m =>
                    new[] { (NameOf.Method, "", m.Id) }
                        .Concat(m.Outputs.Select(o => (NameOf.Output, m.Id, o.Id)))
                        .Concat(m.Options.Select(o => (NameOf.Option, m.Id, o.Id)))
                        .Concat(
                            Plans(m)
                                .SelectMany(p =>
                                    p.Doses.Select(d => (NameOf.Dose, m.Id, d.Id)).Concat(p.EndSigns.Select(s => (NameOf.Sign, m.Id, s.Id)))
                                )
                        )
                        .Distinct()
                )
            );

    private static IEnumerable<StepPlan> Plans(IMethod method) =>
        Enumerable
            .Range(0, 40 * RandomSteps.Kinds)
            .Select(seed =>
                method.Plan(
                    RandomSteps.Charge(seed % RandomSteps.Kinds, 5 + seed % 7, 6, 4, 2 + seed % 3, 0.1, seed),
                    RandomSteps.Options(method, seed),
                    Shop.Usual,
                    Facts.None,
                    new Draws("names " + seed)
                )
            )
            .Where(p => !p.Refused);

    [Fact]
    public void Every_name_of_today_is_pinned_and_every_pinned_name_is_there_or_says_what_it_becomes()
    {
        var now = Now().Distinct().ToList();
        if (Environment.GetEnvironmentVariable("SPOLIUM_PIN") == "1")
            File.AppendAllLines(
                Path.Combine(Repository.Root, "src/Spolium.Core/Reference/journal-names.csv"),
                now.Except(JournalNames.All.Select(n => (n.Of, n.Method, n.Text)))
                    .Select(n => $"{n.Of.ToString().ToLowerInvariant()},{n.Method},{n.Item3},,written by this program")
            );
        var pinned = JournalNames.All.Select(n => (n.Of, n.Method, n.Text)).ToHashSet();
        Assert.All(now, n => Assert.Contains(n, pinned));
        Assert.All(JournalNames.All.Where(n => n.Becomes is null), n => Assert.Contains((n.Of, n.Method, n.Text), now));
        Assert.All(JournalNames.All.Where(n => n.Becomes is not null), n => Assert.Contains((n.Of, n.Method, n.Becomes!), now));
        // Where several methods have a name, it becomes the same in all of them, and none is called so any more: an entry says a name, and
        // not of which method.
        foreach (var renamed in JournalNames.All.Where(n => n.Becomes is not null))
            Assert.All(JournalNames.All.Where(n => (n.Of, n.Text) == (renamed.Of, renamed.Text)), n =>
                Assert.Equal(renamed.Becomes, n.Becomes)
            );
    }

    // The golden journal as if it had been written while they were called otherwise.
    [Fact]
    public void A_journal_with_names_of_then_tells_the_same()
    {
        var rows = GoldenFile.Read(Path.Combine(Repository.Root, "tests", "reference", "golden", Recorded.SecondJournal));
        var before = Ledger.Of(rows.Select(GoldenFile.ToEntry));
        (NameOf Of, string Name)[] renamed =
        [
            (NameOf.Method, "nitric-strip"),
            (NameOf.Output, "foils"),
            (NameOf.Output, "filter"),
            (NameOf.Dose, "hcl"),
            (NameOf.Sign, "no-brown-fume"),
            (NameOf.Option, "days"),
            (NameOf.Prior, "nitric-factor"),
        ];
        string Then(StoredEntry row) => renamed.Aggregate(row.Json, (json, r) => r.Of switch
                {
                    NameOf.Output => json.Replace($"\"output\":\"{r.Name}\"", $"\"output\":\"was-{r.Name}\"")
                        .Replace($"/{r.Name}\"", $"/was-{r.Name}\""),
                    NameOf.Option => json.Replace($"\"{r.Name}\":\"", $"\"was-{r.Name}\":\""),
                    _ => json.Replace($"\"{r.Name}\"", $"\"was-{r.Name}\""),
                });
        var then = rows.Select(r => r with { Json = Then(r) }).ToList();
        Assert.All(renamed, r => Assert.Contains(then, row => row.Json.Contains($"was-{r.Name}\"")));
        JournalNames.Tried.Value = renamed.ToDictionary(r => (r.Of, "was-" + r.Name), r => r.Name);
        var entries = then.Select(GoldenFile.ToEntry).ToList();
        var after = Ledger.Of(entries);
        Assert.Equal(BookAnswers.Of(before.State), BookAnswers.Of(after.State));
        Assert.Equal(before.Book.Balances.OrderBy(b => b.Key), after.Book.Balances.OrderBy(b => b.Key));
        // What came with a file goes out as it came.
        Assert.All(entries.Zip(then).Where(x => x.First.Body is BatchBroughtIn), x =>
            Assert.Contains("was-foils", EntryJson.Write(x.First.Body))
        );
        JournalNames.Tried.Value = null;
    }

    // What is only held in memory, and what stands beside the journal as it was begun.
    private static readonly Type[] NotWritten = [typeof(Pour), typeof(FrozenPlan), typeof(FrozenDose)];

    [Fact]
    public void Every_place_of_an_entry_that_holds_a_name_reads_it_under_its_present_form()
    {
        string[] named =
        [
            "Method",
            "Methods",
            "Dose",
            "DoseId",
            "Sign",
            "Output",
            "Prior",
            "Options",
            "Takes",
            "Makes",
            "Holding",
            "Account",
        ];
        var places = typeof(EntryBody)
            .Assembly.GetTypes()
            .Where(t =>
                t.Namespace == typeof(EntryBody).Namespace
                && t.GetMethod("<Clone>$") is not null
                && !NotWritten.Contains(t)
                && t != typeof(JournalNames.Name)
            )
            .SelectMany(t => t.GetProperties())
            .Where(p => named.Contains(p.Name))
            .ToList();
        Assert.True(places.Count >= 20, $"{places.Count}");
        Assert.All(places, p => Assert.True(p.IsDefined(typeof(JsonConverterAttribute), false), $"{p.DeclaringType!.Name}.{p.Name}"));
    }
}
