using Spolium.Core.Bench;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Planning;
using Spolium.Core.Quantities;

namespace Spolium.Demo;

/// <summary>
/// Hob Lane Works, a shop that does not exist: its lot HL-1, one closed batch of it, and one that stands in the middle of its
/// denitration. Everything is decided by the core, entry by entry, and replayed: no result is put in by hand.
/// </summary>
public static class DemoShop
{
    private const string Lot = "hl-1";

    /// <summary>All entries, relative to now: the same now gives the same entries.</summary>
    public static IReadOnlyList<Entry> Entries(DateTimeOffset now)
    {
        var clerk = new Clerk(new DateTimeOffset(now.UtcDateTime.Date, TimeSpan.Zero).AddDays(-12).AddHours(8));
        Receive(clerk);
        ClosedBatch(clerk);
        OpenBatch(clerk, now);
        return clerk.Entries;
    }

    private static void Receive(Clerk clerk)
    {
        TypedNumber Share(string t) => QuantityParser.Read(t, Field.Share).Number!;
        var content = new Content(
            [
                new("Au", Share("1.6 %"), Share("2.1 %"), Share("2.7 %")),
                new("Cu", Share("58 %"), Share("63 %"), Share("70 %"), ContentOf.Rest),
            ], "Zn");
        clerk.By("MK").Write([Entry.LotStream(Lot)], s => Decisions.Receive(s.State, Lot, "HL-1", "gold-clad slip rings of a radar mast", "clad brass", Mass("412.6 g", 0.1), content, null));
    }

    private static void ClosedBatch(Clerk clerk)
    {
        const string id = "26-01";
        clerk.At(2, 9, 0).By("AV").Write([Entry.BatchStream(id), Entry.LotStream(Lot)], s => Decisions.Start(s.State, id, id, "first half of HL-1", Lot, Mass("206.3 g", 0.05), Route.Chain(Route.GoldByNitricStrip), Shop.UsualBottles, 0.01));
        var b = new BatchWriter(clerk, id);

        b.Begin("1-nitric-strip").Once("water").Ladder("nitric", 1.0, 9).Read("temperature", "62 °C").See("no-base-at-edge").After(12).See("quiet-after-more").Once("wash")
            .After(60).Weigh("foils", "4.43 g", 0.02).Close();
        clerk.At(3, 9, 0);
        b.Begin("2-aqua-regia").Once("hcl").Ladder("nitric", 1.15, 10).Read("temperature", "78 °C").See("no-metal-left").After(10).See("quiet-after-more").See("air-colourless").After(5).Close();
        b.Begin("3-sulfamic").Read("temperature", "86 °C").Ladder("sulfamic", 1.2, 4).See("no-fizz-hot").See("no-brown-fume").See("iodide-white").After(10).Close();
        b.Begin("4-clear").Once("water").After(180).Once("wash-acid").Once("wash").See("crystal-clear").See("wash-clean").After(10).Close();
        clerk.At(4, 9, 30).By("TR");
        b.Begin("5-metabisulphite").Ladder("metabisulphite", 1.0, 5).See("stannous-clean").See("last-brought-nothing").After(90).See("settled").Close();
        b.Begin("6-wash-dry-melt").Once("acid").After(30).Once("wash").See("wash-clean").After(150).See("dry-constant").Once("borax").After(40).See("bar-poured").Weigh("bar", "4.21 g", 0.01, "996 ‰").Close();
        clerk.After(20).Write([Entry.BatchStream(id)], s => Decisions.CloseBatch(s, s.State.Batches[id]));
    }

    private static void OpenBatch(Clerk clerk, DateTimeOffset now)
    {
        const string id = "26-02";
        clerk.At(now.AddHours(-27)).By("MK").Write([Entry.BatchStream(id), Entry.LotStream(Lot)], s => Decisions.Start(s.State, id, id, "second half of HL-1", Lot, Mass("206.3 g", 0.05), Route.Chain(Route.GoldByNitricStrip), Shop.UsualBottles, 0.01));
        var b = new BatchWriter(clerk, id);
        b.Begin("1-nitric-strip").Once("water").Ladder("nitric", 1.05, 8).Read("temperature", "65 °C").See("no-base-at-edge").After(10).See("quiet-after-more").Once("wash").After(45).Weigh("foils", "4.51 g", 0.02).Close();
        clerk.At(now.AddHours(-3));
        b.Begin("2-aqua-regia").Once("hcl").Ladder("nitric", 1.6, 8).Read("temperature", "80 °C").See("no-metal-left").See("quiet-after-more").After(6).See("air-colourless").Close();
        clerk.At(now.AddMinutes(-24));
        b.Begin("3-sulfamic").Read("temperature", "84 °C").Pour("sulfamic", 2, 5);
    }

    private static TypedNumber Mass(string text, double plusMinus) => QuantityParser.Read(text, Field.Mass, plusMinus).Number!;
}
