using Xunit;

namespace Spolium.Server.Tests.Store;

/// <summary>Lists come by the page and can be searched; what is at work is always on the first.</summary>
public class ListsTests
{
    [Theory]
    [InlineData("HL-1", 1)]
    [InlineData("hl-1", 1)]
    [InlineData("rings", 1)]
    [InlineData("100%", 0)]
    [InlineData("h_", 0)]
    [InlineData("\\", 0)]
    public async Task Lots_are_found_by_code_title_and_kind(string word, int atLeast)
    {
        await using var shop = new Shop();
        var all = (await shop.Get("/api/lots")).EnumerateArray().ToList();
        var found = (await shop.Get($"/api/lots?find={Uri.EscapeDataString(word)}")).EnumerateArray().ToList();
        Assert.Equal(
            all.Where(l =>
                    new[] { "code", "title", "material" }.Any(f =>
                        l.GetProperty(f).GetString()!.Contains(word, StringComparison.OrdinalIgnoreCase)
                    )
                )
                .Select(l => l.GetProperty("id").GetString()),
            found.Select(l => l.GetProperty("id").GetString())
        );
        Assert.True(found.Count >= atLeast);
    }

    [Fact]
    public async Task A_page_goes_on_where_the_one_before_ended()
    {
        await using var shop = new Shop();
        var lots = shop.Store.Lists.Lots();
        Assert.Equal(lots.Skip(5).Select(l => l.Id), shop.Store.Lists.Lots(skip: 5).Select(l => l.Id));
        var batches = (await shop.Get("/api/batches?skip=3")).EnumerateArray().Select(b => b.GetProperty("id").GetString());
        Assert.Equal(shop.Store.Lists.Batches().Skip(3).Select(b => b.Id), batches);
        Assert.Null(shop.Store.Lists.Batches()[0].ClosedTicks);
        Assert.Empty((await shop.Get("/api/batches?skip=100000")).EnumerateArray());
        Assert.NotEmpty((await shop.Get("/api/batches?skip=-4")).EnumerateArray());
    }

    [Fact]
    public async Task A_journal_is_searched_by_its_words()
    {
        await using var shop = new Shop();
        var all = (await shop.Get("/api/batches/26-01/journal")).EnumerateArray().Select(l => l.GetProperty("words").GetString()!).ToList();
        var found = (await shop.Get("/api/batches/26-01/journal?find=WEIGHED"))
            .EnumerateArray()
            .Select(l => l.GetProperty("words").GetString()!)
            .ToList();
        Assert.Equal(all.Where(w => w.Contains("weighed", StringComparison.OrdinalIgnoreCase)), found);
        Assert.NotEmpty(found);
        Assert.Equal(
            all.Skip(10),
            (await shop.Get("/api/batches/26-01/journal?skip=10")).EnumerateArray().Select(l => l.GetProperty("words").GetString()!)
        );
    }

    [Fact]
    public async Task The_shelf_lists_old_bottles_too_but_not_all_that_ever_were()
    {
        await using var shop = new Shop();
        var shelf = (await shop.Get("/api/shelf")).ToString();
        Assert.All(shop.Store.Lists.OldBottles(30), id => Assert.Contains($"\"id\":\"{id}\"", shelf.Replace(" ", "")));
        Assert.NotEmpty(shop.Store.Lists.OldBottles(30));
        Assert.Equal(shop.Store.Lists.OldBottles(30).Skip(2), shop.Store.Lists.OldBottles(30, 2));
    }
}
