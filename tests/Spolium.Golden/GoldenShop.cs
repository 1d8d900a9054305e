using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Spolium.Demo;

namespace Spolium.Golden;

/// <summary>
/// A shop in which everything that can be written is written, and everything that can be taken back is taken back once: each kind of entry
/// at least once, a reading put right, a working up shared back, a batch that another shop gave out. Decided by the core, entry by entry.
/// </summary>
public sealed partial class GoldenShop
{
    private static readonly DateTimeOffset FirstDay = new(2026, 11, 2, 8, 0, 0, TimeSpan.FromHours(1));

    private readonly Clerk clerk;

    private GoldenShop(string name) => clerk = new(FirstDay, name);

    /// <summary>All entries, oldest first; the same each time while the core decides the same.</summary>
    public static IReadOnlyList<Entry> Entries()
    {
        var other = new GoldenShop("elsewhere");
        var file = other.Elsewhere();
        var shop = new GoldenShop("golden");
        shop.Shelf();
        shop.Vessels();
        shop.PricesAndKinds();
        shop.Lots();
        shop.Plans();
        shop.Tubs();
        shop.Clumsy();
        shop.Closed("26-01", "r-1", "60.2 g", "1.34 g", "0.126 g", 10);
        shop.AfterClosing();
        shop.Closed("26-02", "r-2", "64.1 g", "1.42 g", "1.02 g", 16);
        shop.Explained();
        shop.WorkedUp();
        shop.Detoured();
        shop.Running();
        shop.clerk.At(27, 9, 0).Write([Entry.BroughtStream("77-01")], l => BringingIn.Decide(l, file));
        shop.Counted();
        return shop.clerk.Entries;
    }

    private Ledger Now => clerk.Ledger;

    private BatchState Batch(string id) => Now.State.Batches[id];

    private void Write(string stream, Func<Ledger, Decision> decide) => clerk.Write([stream], decide);

    // What was written last is taken back, in all the streams that it wrote to.
    private void Back(string reason = "a slip of the pen", EntryBody? instead = null) => Back(clerk.Entries[^1], reason, instead);

    private void Back(Entry entry, string reason, EntryBody? instead = null) =>
        clerk.Write([.. entry.Streams.Select(s => s.Stream)], l => Decisions.Correct(l.State, entry.Id, reason, instead));

    // Written, taken back, and written again.
    private void Twice(string stream, Func<Ledger, Decision> decide)
    {
        Write(stream, decide);
        Back();
        Write(stream, decide);
    }

    private static TypedNumber Typed(string text, Field field, double plusMinus = 0) => QuantityParser.Read(text, field, plusMinus).Number!;

    private static TypedNumber Grams(string text, double plusMinus = 0.05) => Typed(text, Field.Mass, plusMinus);

    private static ContentLine Line(string element, string low, string likely, string high, ContentOf of = ContentOf.Whole) =>
        new(element, Typed(low + " %", Field.Share), Typed(likely + " %", Field.Share), Typed(high + " %", Field.Share), of);

    private static Content Clad(string gold = "2.1") =>
        new([Line("Au", "1.6", gold, "2.7"), Line("Cu", "58", "63", "70", ContentOf.Rest)], "Zn");

    private static BottleWish Bottle(
        string id,
        string form,
        string amount,
        string? strength,
        string? price,
        bool certificate = true,
        DateTimeOffset? useBy = null
    ) =>
        new(
            id,
            form,
            Typed(amount, amount.EndsWith('L') ? Field.Volume : Field.Mass),
            strength is null ? null : Typed(strength, Field.Share),
            null,
            price is null ? null : Typed(price, Field.Money),
            "acid cupboard",
            useBy,
            certificate
        );

    private void Receive(params BottleWish[] bottles) =>
        clerk.Write([.. bottles.Select(b => Entry.BottleStream(b.Id))], l => ShelfDecisions.Receive(l.State, bottles, _ => ""));

    private void Shelf()
    {
        clerk.By("TR");
        Receive(
            Bottle("N-1", "nitric-68", "5 L", "68 %", "420 kr"),
            Bottle("H-1", "hcl-37", "5 L", "37 %", "190 kr"),
            Bottle("S-1", "sulfamic", "1 kg", "99 %", "110 kr"),
            Bottle("M-1", "metabisulphite", "500 g", "97 %", "38 kr"),
            Bottle("B-1", "borax-glass", "250 g", "100 %", "70 kr"),
            Bottle("U-1", "copper-bar", "1 kg", "99.9 %", "110 kr"),
            Bottle("N-2", "nitric-weak", "1 L", "48 %", null),
            Bottle("H-2", "brick-cleaner", "5 L", null, "55 kr", false, FirstDay.AddYears(2))
        );
        Receive(Bottle("X-1", "ammonia-25", "1 L", "25 %", "65 kr"));
        Back("it stands on another shop's shelf");
        Receive(Bottle("X-2", "caustic", "1 kg", "98 %", "48 kr"));
        Twice(Entry.BottleStream("H-2"), l => ShelfDecisions.LookAlike(l.State, "H-2", "fizzes with nitrite, haze after"));
        Twice(Entry.BottleStream("N-2"), l =>
            ShelfDecisions.Test(
                l.State,
                "N-2",
                new(0.474, 0.004, 1.29, "weighed volume", [Grams("64.5 g", 0.02), Typed("50 mL", Field.Volume, 0.5)])
            )
        );
        Twice(Entry.BottleStream("N-1"), l => ShelfDecisions.Open(l.State, "N-1"));
        clerk.Write([Entry.BottleStream("N-5"), Entry.BottleStream("N-1")], l =>
            BottleMaking.Mix(l.State, "N-5", "nitric-weak", "bench", [("N-1", 140), ("water", 100)], clerk.Now)
        );
        Back("the jug was not clean");
        clerk.Write([Entry.BottleStream("N-6"), Entry.BottleStream("N-1")], l =>
            BottleMaking.Mix(l.State, "N-6", "nitric-weak", "bench", [("N-1", 140.5), ("water", 100)], clerk.Now)
        );
        Twice(Entry.BottleStream("X-2"), l => ShelfDecisions.Discard(l.State, "X-2", "caked; acid drum D1"));
        clerk.Write([Entry.BottleStream("S-1"), Entry.BottleStream("M-1")], l =>
            StockCounting.Count(l.State, [("S-1", Typed("985 g", Field.Mass)), ("M-1", Typed("480 g", Field.Mass))], clerk.Now, null)
        );
        Back("counted with the lid");
        clerk.Write([Entry.BottleStream("S-1"), Entry.BottleStream("M-1")], l =>
            StockCounting.Count(
                l.State,
                [("S-1", Typed("978 g", Field.Mass)), ("M-1", Typed("250 g", Field.Mass))],
                clerk.Now,
                "half of it was lent"
            )
        );
    }

    private void Vessels()
    {
        Twice(Entry.VesselStream("B4"), l => VesselDecisions.NameVessel(l.State, "B4", "beaker, low form", 600, Grams("212.4 g", 0.1)));
        Twice(Entry.VesselStream("B4"), l => VesselDecisions.LoseVessel(l.State, "B4", "broken"));
        Write(Entry.VesselStream("B4"), l => VesselDecisions.NameVessel(l.State, "B4", "beaker, low form", 600, Grams("209.9 g", 0.1)));
        Write(Entry.VesselStream("B7"), l => VesselDecisions.NameVessel(l.State, "B7", "beaker, low form", 1000, null));
    }

    private void PricesAndKinds()
    {
        clerk.By("AV");
        Write(Entry.PricesStream, l => PriceDecisions.Keep(l.State, PriceFigures.MadeUp));
        Write(Entry.PricesStream, l =>
            PriceDecisions.Keep(l.State, PriceFigures.MadeUp with { Id = "week-45", Title = "prices of week 45" })
        );
        Back("the list of another week");
        Material Ours(double most) => new("ours-leaves", "our leaves", "tip", [new("Ag", new(80, 90, most))], ["cadmium"], "own assays");
        var kinds = Entry.MaterialStream("ours-leaves");
        Write(kinds, l => MaterialDecisions.Keep(l.State, Ours(95), "relay-tips-silver"));
        Write(kinds, l => MaterialDecisions.Keep(l.State, Ours(97), "relay-tips-silver"));
        Back("the older figures were right");
        Write(Entry.MaterialStream("ours-pins"), l =>
            MaterialDecisions.Keep(l.State, Ours(96) with { Id = "ours-pins", Name = "our pins" }, null)
        );
        Write(Entry.MaterialStream("ours-pins"), l => MaterialDecisions.Drop(l.State, "ours-pins", "not met any more"));
        Twice(Entry.KeptStream("k-1"), l =>
            TriedDecisions.Keep(
                l.State,
                new(
                    "k-1",
                    "salt for 25 g",
                    "silver-chloride",
                    new(
                        ChargeKind.Nitrate,
                        [new("Ag", Grams("20 g"), Grams("25 g"), Grams("30 g"))],
                        Typed("400 mL", Field.Volume),
                        Typed("0.5 M", Field.Molarity)
                    ),
                    new Dictionary<string, string> { ["by"] = "NaCl" },
                    ["N-1"]
                )
            )
        );
    }

    private void Plans()
    {
        void Save(string id, string title, string? copyOf) =>
            Write(Entry.PlanStream(id), l =>
                SavedPlans.Save(
                    l.State,
                    id,
                    title,
                    l.State.Lots["r-1"],
                    Grams("50 g"),
                    Routes.Chain(HobLaneWays.GoldByNitricStrip),
                    HobLaneWays.GoldByNitricStrip,
                    ShelfAtWork.ForPlan(l.State, clerk.Now),
                    "golden",
                    copyOf
                )
            );
        Save("pl-0", "by the strip", null);
        Back();
        Save("pl-1", "by the strip", null);
        Write(Entry.PlanStream("pl-1"), l => SavedPlans.Rename(l.State, "pl-1", "by the strip, 50 g"));
        Save("pl-2", "a copy", "pl-1");
        Write(Entry.PlanStream("pl-2"), l => SavedPlans.Drop(l.State, "pl-2"));
    }

    private void Tubs()
    {
        Write(Entry.PoolStream("T0"), l => Pooling.Open(l.State, "T0", "T0", "filter tub", "filters"));
        Back();
        Write(Entry.PoolStream("T1"), l => Pooling.Open(l.State, "T1", "T1", "filter tub", "filters of gold work"));
        Write(Entry.PoolStream("P1"), l => Pooling.Open(l.State, "P1", "P1", "stock pot", "barren liquors"));
    }
}
