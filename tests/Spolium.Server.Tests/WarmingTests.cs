using Spolium.Server.Shared;
using Xunit;

namespace Spolium.Server.Tests;

/// <summary>What the server asks itself after a start is answered, and changes nothing.</summary>
public class WarmingTests
{
    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task What_is_asked_after_a_start_is_there(bool demo)
    {
        await using var shop = new Shop(demo);
        var entries = shop.Store.Ledger.State.Entries.Count;
        var asked = Warming.Asked(shop.Store.Ledger.State).ToList();
        foreach (var (path, body) in asked)
            Assert.Equal((path, 200), (path, body is null ? (int)(await shop.Client.GetAsync(path)).StatusCode : (await shop.Post(path, body)).Status));
        Assert.Equal(entries, shop.Store.Ledger.State.Entries.Count);
        Assert.Equal(demo, asked.Any(a => a.Path == "/api/batches/25-24/trail"));
        Assert.Equal(demo, asked.Any(a => a.Path == "/api/plan"));
    }
}
