using Spolium.Core.Records;
using Spolium.Data;
using Spolium.Golden;
using Xunit;

namespace Spolium.Server.Tests.Store;

/// <summary>After every kind of entry, and after every kind of entry that is taken back, what was projected as it was written is what a
/// rebuild makes.</summary>
public class ProjectionLawTests
{
    [Fact]
    public void Projections_are_those_of_a_rebuild_after_every_kind()
    {
        var folder = Directory.CreateTempSubdirectory("spolium-law").FullName;
        try
        {
            using var store = JournalStore.Open(Path.Combine(folder, "spolium.db"), TimeProvider.System);
            var (kinds, seen, tried) = (new Dictionary<string, string>(), new HashSet<string>(), 0);
            foreach (var entry in GoldenShop.Entries())
            {
                store.Import([entry]);
                kinds[entry.Id] = EntryJson.KindOf(entry.Body);
                var what = entry.Body is Correction c ? $"{kinds[c.Corrects[0]]} taken back" : kinds[entry.Id];
                // A note in a closed batch is another thing than one in an open one.
                if (!seen.Add(what) && entry.Body is not NoteWritten)
                    continue;
                tried++;
                var live = Projections.Of(store);
                store.Rebuild();
                var rebuilt = Projections.Of(store);
                Assert.True(
                    live.SequenceEqual(rebuilt),
                    $"after {what}:\n- {string.Join("\n- ", live.Except(rebuilt))}\n+ {string.Join("\n+ ", rebuilt.Except(live))}"
                );
            }
            Assert.True(tried > 80, $"{tried} states compared");
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }
}
