using Spolium.Core.Deciding;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;

namespace Spolium.Demo;

/// <summary>
/// Hob Lane Works, a shop that does not exist: its lot HL-1, one closed batch of it, another in which a decimal point slipped, one that
/// stands in the middle of its denitration, and lots that were sorted and wait. Everything is decided by the core, entry by entry, and
/// replayed: no result is put in by hand.
/// </summary>
public static partial class DemoShop
{
    private const string Lot = "hl-1";

    /// <summary>All entries, relative to now: the same now gives the same entries.</summary>
    public static IReadOnlyList<Entry> Entries(DateTimeOffset now)
    {
        var clerk = new Clerk(new DateTimeOffset(now.UtcDateTime.Date, TimeSpan.Zero).AddDays(-12).AddHours(8));
        // Before anything closes: the money of a batch is that of its day.
        clerk.At(-420, 9, 0).By("AV").Write([Entry.PricesStream], s => PriceDecisions.Keep(s.State, PriceFigures.MadeUp), "prices");
        FirstStock(clerk);
        DemoHistory.Write(clerk);
        ThrowAway(clerk);
        Stock(clerk);
        clerk.Pass();
        SlippedBatch(clerk);
        Receive(clerk);
        Sort(clerk);
        ClosedBatch(clerk);
        OpenBatch(clerk, now);
        return clerk.Entries;
    }

    private static void ClosedBatch(Clerk clerk) =>
        GoldBatch(clerk, "26-01", "first half of HL-1", Lot, "206.3 g", 2, ("AV", "TR"), "4.43 g", "4.21 g");

    // The point of the bar slipped: 2.71 g was on the balance. It waits to be found.
    private static void SlippedBatch(Clerk clerk)
    {
        TypedNumber Share(string t) => QuantityParser.Read(t, Field.Share).Number!;
        clerk
            .At(-22, 10, 0)
            .By("MK")
            .Write([Entry.LotStream("hl-31")], s =>
                LotDecisions.Receive(
                    s.State,
                    "hl-31",
                    "HL-31",
                    "gold-clad pins of the same radar mast",
                    "clad brass",
                    Mass("148.6 g", 0.1),
                    new(
                        [
                            new("Au", Share("1.6 %"), Share("1.95 %"), Share("2.4 %")),
                            new("Cu", Share("58 %"), Share("63 %"), Share("70 %"), ContentOf.Rest),
                        ],
                        "Zn"
                    ),
                    null
                )
            );
        GoldBatch(clerk, "25-24", "pins of the radar mast", "hl-31", "148.6 g", -20, ("MK", "TR"), "2.86 g", "0.271 g");
    }

    // Stripped, dissolved, denitrated, dropped and melted in three days.
    private static void GoldBatch(
        Clerk clerk,
        string id,
        string title,
        string lot,
        string mass,
        int day,
        (string First, string Second) who,
        string foils,
        string bar
    )
    {
        var b = Start(clerk.At(day, 9, 0).By(who.First), id, title, lot, mass);

        b.Begin("1-nitric-strip")
            .Once("water")
            .Ladder("nitric", 1.0, 9)
            .Read("temperature", "62 °C")
            .See("no-base-at-edge")
            .After(12)
            .See("quiet-after-more")
            .Once("wash")
            .After(60)
            .Weigh("foils", foils, 0.02)
            .Close();
        clerk.At(day + 1, 9, 0);
        b.Begin("2-aqua-regia")
            .Once("hcl")
            .Ladder("nitric", 1.15, 10)
            .Read("temperature", "78 °C")
            .See("no-metal-left")
            .After(10)
            .See("quiet-after-more")
            .See("air-colourless")
            .After(5)
            .Close();
        b.Begin("3-sulfamic")
            .Read("temperature", "73 °C")
            .Ladder("sulfamic", 1.2, 4)
            .See("no-fizz-hot")
            .See("no-brown-fume")
            .See("iodide-white")
            .After(10)
            .Close();
        b.Begin("4-clear").Once("water").After(180).Once("wash-acid").Once("wash").See("crystal-clear").See("wash-clean").After(10).Close();
        clerk.At(day + 2, 9, 30).By(who.Second);
        b.Begin("5-metabisulphite")
            .Ladder("metabisulphite", 1.0, 5)
            .See("stannous-clean")
            .See("last-brought-nothing")
            .After(90)
            .See("settled")
            .Close();
        b.Begin("6-wash-dry-melt")
            .Once("acid")
            .After(30)
            .Once("wash")
            .See("wash-clean")
            .After(150)
            .See("dry-constant")
            .Once("borax")
            .After(40)
            .See("bar-poured")
            .Weigh("bar", bar, 0.01, "996 ‰")
            .Close();
        clerk.After(20).Write([Entry.BatchStream(id)], s => Decisions.CloseBatch(s, s.State.Batches[id], clerk.Now, clerk.Initials));
    }

    private static BatchWriter Start(Clerk clerk, string id, string title, string lot, string mass)
    {
        clerk.Write([Entry.BatchStream(id), Entry.LotStream(lot)], s =>
            Decisions.Start(
                s.State,
                id,
                id,
                title,
                lot,
                Mass(mass, 0.05),
                Routes.Chain(HobLaneWays.GoldByNitricStrip),
                ShelfAtWork.ForPlan(s.State, clerk.Now),
                0.01,
                clerk.Now
            )
        );
        return new(clerk, id);
    }

    private static void OpenBatch(Clerk clerk, DateTimeOffset now)
    {
        const string id = "26-02";
        var b = Start(clerk.At(now.AddHours(-27)).By("MK"), id, "second half of HL-1", Lot, "206.3 g");
        b.Begin("1-nitric-strip")
            .Once("water")
            .Ladder("nitric", 1.05, 8)
            .Read("temperature", "65 °C")
            .See("no-base-at-edge")
            .After(10)
            .See("quiet-after-more")
            .Once("wash")
            .After(45)
            .Weigh("foils", "4.51 g", 0.02)
            .Close();
        clerk.At(now.AddHours(-3));
        b.Begin("2-aqua-regia")
            .Once("hcl")
            .Ladder("nitric", 1.6, 8)
            .Read("temperature", "73 °C")
            .See("no-metal-left")
            .See("quiet-after-more")
            .After(6)
            .See("air-colourless")
            .Close();
        clerk.At(now.AddMinutes(-24));
        b.Begin("3-sulfamic").Read("temperature", "73 °C").Pour("sulfamic", 2, 5);
    }

    private static TypedNumber Mass(string text, double plusMinus) => QuantityParser.Read(text, Field.Mass, plusMinus).Number!;
}
