using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Golden;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>A method is known by its card, and nowhere else by its name.</summary>
public class CardTests
{
    public static TheoryData<string> Ids => [.. MethodCatalogue.All.Select(m => m.Id)];

    [Theory]
    [MemberData(nameof(Ids))]
    public void Its_file_has_its_name(string id)
    {
        var type = MethodCatalogue.Of(id).GetType();
        Assert.Equal(string.Concat(id.Split('-').Select(w => char.ToUpperInvariant(w[0]) + w[1..])), type.Name);
        Assert.Single(Directory.GetFiles(Folder, type.Name + ".cs", SearchOption.AllDirectories));
    }

    [Theory]
    [MemberData(nameof(Ids))]
    public void It_is_complete(string id)
    {
        var card = MethodCatalogue.Of(id).Card;
        Assert.All([card.Title, card.Verb], w => Assert.NotEmpty(w));
        Assert.NotEmpty(card.Outputs);
        Assert.NotEmpty(card.Signs);
        Assert.InRange(card.HottestC, 20, 1800);
        Assert.Equal(WorkKind.SetUp, card.Tasks[0].Kind);
        Assert.All(card.Tasks, t => Assert.Contains(t.Hours, Priors.ById.Keys));
        Assert.All(card.Appliances, a => Assert.Contains("power-" + a.Name, Priors.ById.Keys));
        Assert.All(card.Lessons, l => Assert.Contains(l.Prior, Priors.ById.Keys));
        Assert.All(card.Passages, p => Assert.True(p.Output is null || card.Outputs.Any(o => o.Id == p.Output)));
        // What glows wants a furnace or is a melt of its own.
        Assert.Equal(card.HottestC > 300, card.Exposure.HasFlag(Exposure.Glow));
    }

    // What a card says that a dose or a holding shows, some plan of it has.
    [Theory]
    [MemberData(nameof(Ids))]
    public void What_it_teaches_stands_in_its_plans(string id)
    {
        var method = MethodCatalogue.Of(id);
        var plans = Enumerable
            .Range(0, 40 * RandomSteps.Kinds)
            .Select(seed =>
                method.Plan(
                    RandomSteps.Charge(seed % RandomSteps.Kinds, 5 + seed % 7, 6, 4, 2 + seed % 3, 0.1, seed),
                    RandomSteps.Options(method, seed),
                    Shop.Usual,
                    Facts.None,
                    new Draws("cards " + seed)
                )
            )
            .Where(p => !p.Refused)
            .ToList();
        var (doses, outputs) = (plans.SelectMany(p => p.Doses.Select(d => d.Id)).ToHashSet(), method.Outputs.Select(o => o.Id).ToHashSet());
        Assert.All(method.Card.Lessons, l => Assert.Contains(l.Of, l.Seen == Seen.Dose ? doses : outputs));
        Assert.Subset(plans.SelectMany(p => p.EndSigns.Select(s => s.Id)).ToHashSet(), method.Card.Signs.ToHashSet());
    }

    // Names of two words and more: "wash" and "dry" are words of other things too, and silver chloride is a cake on a filter.
    [Fact]
    public void No_other_file_knows_a_method_by_its_name()
    {
        var names = MethodCatalogue.All.Where(m => m.Id.Contains('-')).ToDictionary(m => m.Id, m => m.GetType().Name + ".cs");
        var found =
            from file in Directory.EnumerateFiles(Path.Combine(Repository.Root, "src"), "*.*", SearchOption.AllDirectories)
            where file.EndsWith(".cs", StringComparison.Ordinal) || file.EndsWith(".csv", StringComparison.Ordinal)
            where !file.Contains("/obj/") && !file.Contains("/bin/") && !file.Contains("/Spolium.Demo/")
            where !file.EndsWith("journal-names.csv", StringComparison.Ordinal)
            from line in File.ReadLines(file)
            where !line.TrimStart().StartsWith("//", StringComparison.Ordinal)
            from name in names
            where Path.GetFileName(file) != name.Value
            where name.Key != "silver-chloride" || Path.GetFileName(file) is not ("cakes.csv" or "Clear.cs")
            where line.Contains($"\"{name.Key}\"") || line.Contains($"\"{name.Key}>") || line.Split(',', '|').Contains(name.Key)
            select $"{Path.GetFileName(file)}: {line.Trim()}";
        Assert.Empty(found);
    }

    [Fact]
    public void No_list_knows_what_methods_there_are_but_the_catalogue() =>
        Assert.Equal(MethodCatalogue.All.SelectMany(m => m.Card.Passages).Count(), WayMap.Links.Count);

    private static string Folder => Path.Combine(Repository.Root, "src", "Spolium.Core", "Methods");
}
