using Spolium.Data;
using Spolium.Demo;

namespace Spolium.Server;

/// <summary>Opens the shop's journal; a new demo shop is built once, by writing its entries, and then kept as edited.</summary>
internal static class Shopkeeper
{
    public static JournalStore Open(IConfiguration configuration, TimeProvider time)
    {
        var file = Path.Combine(configuration["data"] ?? "data/demo", "spolium.db");
        var store = JournalStore.Open(file, time, Console.WriteLine);
        if (store.Ledger.State.Entries.Count == 0 && configuration["shop"] != "empty")
            store.Import(DemoShop.Entries(time.GetUtcNow()));
        return store;
    }
}
