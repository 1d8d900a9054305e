using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Golden;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.House;

/// <summary>Names that journals hold are pinned in a file: who renames one finds it here, and writes what it becomes.</summary>
public class JournalNamesTests
{
    // What the methods declare, and what their plans of many random charges have.
    private static IEnumerable<(string Kind, string Method, string Name)> Now() => MethodCatalogue.All.SelectMany(m =>
        new[] { ("method", "", m.Id) }.Concat(m.Outputs.Select(o => ("output", m.Id, o.Id))).Concat(m.Options.Select(o => ("option", m.Id, o.Id)))
            .Concat(Plans(m).SelectMany(p => p.Doses.Select(d => ("dose", m.Id, d.Id)).Concat(p.EndSigns.Select(s => ("sign", m.Id, s.Id))))).Distinct());

    private static IEnumerable<StepPlan> Plans(IMethod method) => Enumerable.Range(0, 40 * RandomSteps.Kinds).Select(seed =>
        method.Plan(RandomSteps.Charge(seed % RandomSteps.Kinds, 5 + seed % 7, 6, 4, 2 + seed % 3, 0.1, seed), RandomSteps.Options(method, seed), Shop.Usual, Facts.None, new Draws("names " + seed))).Where(p => !p.Refused);

    [Fact]
    public void Every_name_of_today_is_pinned_and_every_pinned_name_is_there_or_says_what_it_becomes()
    {
        var now = Now().Distinct().ToList();
        if (Environment.GetEnvironmentVariable("SPOLIUM_PIN") == "1")
            File.AppendAllLines(Path.Combine(Repository.Root, "src/Spolium.Core/Reference/journal-names.csv"),
                now.Except(JournalNames.All.Select(n => (n.Kind, n.Method, n.Text))).Select(n => $"{n.Kind},{n.Method},{n.Item3},,written by this program"));
        var pinned = JournalNames.All.Select(n => (n.Kind, n.Method, n.Text)).ToHashSet();
        Assert.All(now, n => Assert.Contains(n, pinned));
        Assert.All(JournalNames.All.Where(n => n.Becomes is null), n => Assert.Contains((n.Kind, n.Method, n.Text), now));
        Assert.All(JournalNames.All.Where(n => n.Becomes is not null), n => Assert.Contains((n.Kind, n.Method, n.Becomes!), now));
        // A journal is read by another version of the methods alone: no alias of the others is known to the folds yet.
        Assert.All(JournalNames.All.Where(n => n.Becomes is not null), n => Assert.Equal("method", n.Kind));
    }
}
