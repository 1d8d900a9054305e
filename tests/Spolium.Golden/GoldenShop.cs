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
public sealed class GoldenShop
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

    private void Lots()
    {
        clerk.At(1, 9, 0).By("MK");
        void Came(string id, string title, string mass, Content content) =>
            Write(Entry.LotStream(id), l =>
                LotDecisions.Receive(l.State, id, id.ToUpperInvariant(), title, "clad brass", Grams(mass, 0.1), content, null, 40)
            );
        Came("r-0", "rings of a mast", "99 g", Clad());
        Back("weighed with the box");
        Came("r-1", "gold-clad rings of a mill", "121.3 g", Clad());
        Came("r-2", "gold-clad pins of a crane", "140.0 g", Clad("2.2"));
        Came("r-3", "gold-clad clips of a ferry", "88.0 g", Clad("2.0"));
        Write(Entry.LotStream("s-1"), l =>
            LotDecisions.Receive(
                l.State,
                "s-1",
                "S-1L",
                "silver-tipped leaves of a lift",
                "silver-tipped copper",
                Grams("300.4 g", 0.1),
                new([Line("Ag", "8", "11", "14"), Line("Ni", "4", "8", "12")], "Cu", Marks: ["cadmium"]),
                Typed("0.6 mm", Field.Length)
            )
        );
        LotReceived Row(string id, string mass) =>
            new(id, id.ToUpperInvariant(), "rings of a file", "clad brass", Grams(mass, 0.1), Clad(), null, [], 7);
        void File(params LotReceived[] rows) =>
            clerk.Write([.. rows.Select(r => Entry.LotStream(r.LotId))], l => LotDecisions.ReceiveMany(l.State, rows, _ => ""));
        File(Row("f-1", "10 g"), Row("f-2", "20 g"));
        Back("the file of last year");
        File(Row("f-3", "30 g"), Row("f-4", "44.5 g"));
        Write(Entry.LotStream("x-1"), l =>
            LotDecisions.Receive(
                l.State,
                "x-1",
                "X-1L",
                "spent fixer",
                "fixer",
                Typed("18 L", Field.Volume, 100),
                new(
                    [
                        new(
                            "Ag",
                            Typed("1 g/L", Field.Concentration),
                            Typed("3 g/L", Field.Concentration),
                            Typed("8 g/L", Field.Concentration)
                        ),
                    ],
                    null,
                    LiquorKind.Fixer
                ),
                null
            )
        );
        Write(Entry.LotStream("f-3"), l => LotDecisions.SetAside(l.State, "f-3", "an assay"));
        Write(Entry.LotStream("f-3"), l => LotDecisions.SetAside(l.State, "f-3", null));
        Back("it waits after all");
        Twice(Entry.LotStream("f-4"), l => LotDecisions.SetAside(l.State, "f-4", "more of its kind"));
        Write(Entry.LotStream("f-4"), l => LotDecisions.Offer(l.State, "f-4", Typed("300 kr", Field.Money), "a dealer"));
        Write(Entry.LotStream("f-4"), l => LotDecisions.Offer(l.State, "f-4", Typed("350 kr", Field.Money), "another dealer"));
        Back("he took it back");
        Twice(Entry.LotStream("f-4"), l => LotDecisions.Photograph(l.State, "f-4", new string('a', 64), "the heap"));
        Write(Entry.LotStream("r-3"), l =>
            LotDecisions.Believe(l.State, "r-3", Clad("1.8"), LotContentChanged.Guess, "thinner than thought", null)
        );
        Write(Entry.LotStream("r-3"), l => LotDecisions.Believe(l.State, "r-3", Clad("1.9"), LotContentChanged.Assay, "assay of six", 6));
        Back("the assay was of another lot");
        clerk.Write([Entry.LotStream("s-1"), Entry.LotStream("s-1a"), Entry.LotStream("s-1b")], l =>
            LotDecisions.Split(
                l.State,
                "s-1",
                [
                    new(
                        "s-1a",
                        "S-1a",
                        "tips",
                        Grams("180.1 g", 0.1),
                        new([Line("Ag", "14", "17", "20"), Line("Ni", "4", "8", "12")], "Cu"),
                        Pieces: 400
                    ),
                    new("s-1b", "S-1b", "leaves", Grams("112.0 g", 0.1)),
                ],
                null,
                [new("plastic", Grams("8.1 g"))]
            )
        );
        clerk.Write([Entry.LotStream("p-1"), Entry.LotStream("f-3"), Entry.LotStream("f-4")], l =>
            LotPooling.Pool(l.State, "p-1", "P-1", "both", [new("f-3", Grams("30 g", 0.1)), new("f-4", Grams("14 g", 0.1))])
        );
        Back("one of them had solder");
        clerk.Write([Entry.LotStream("p-2"), Entry.LotStream("f-3"), Entry.LotStream("f-4")], l =>
            LotPooling.Pool(l.State, "p-2", "P-2", "both", [new("f-3", Grams("28 g", 0.1)), new("f-4", Grams("14 g", 0.1))])
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

    private BatchWriter Start(string id, string lot, string mass, IReadOnlyList<string> way, string? planId = null)
    {
        clerk.Write([Entry.BatchStream(id), Entry.LotStream(lot)], l =>
            Decisions.Start(
                l.State,
                id,
                id,
                "of " + lot,
                lot,
                Grams(mass),
                Routes.Chain(way),
                ShelfAtWork.ForPlan(l.State, clerk.Now),
                0.01,
                clerk.Now,
                planId
            )
        );
        return new(clerk, id);
    }

    // Everything that a step takes is written and taken back before it is written for good.
    private void Clumsy()
    {
        const string id = "26-00";
        clerk.At(6, 9, 0).By("AV");
        Start("26-xx", "r-3", "40 g", HobLaneWays.GoldByNitricStrip);
        Back("started with the wrong lot");
        var bench = Start(id, "r-3", "41.0 g", HobLaneWays.GoldByNitricStrip, "pl-1");
        var stream = Entry.BatchStream(id);
        bench.Begin("1-nitric-strip");
        Back("not yet");
        bench.Begin("1-nitric-strip").Once("water").Pour("nitric", 1, 5);
        Back("poured into the tray");
        bench.Ladder("nitric", 0.8, 8);
        Back("twice written", new NoteWritten(id, "1-nitric-strip", "the last portion was written twice"));
        bench.Ladder("nitric", 1.0, 8).Read("temperature", "62 °C");
        Back("the other thermometer");
        bench.Read("temperature", "185 °F").See("no-base-at-edge");
        Back("looked again: green still");
        bench
            .See("no-base-at-edge")
            .After(12)
            .See("quiet-after-more")
            .Once("wash")
            .After(50)
            .Weigh("foils", "0.95 g", 0.02)
            .Weigh("foils", "0.84 g", 0.02);
        Back("the boat was not dry");
        Write(stream, _ => Decision.Write(new NoteWritten(id, null, "ünïcode, “quotes” and \n lines")));
        Back("for another batch");
        bench.Close();
        Back("a foil stuck to the filter");
        bench.Close();
        // Its weighing was a slip: put right while the batch is open.
        var foils = Batch(id).Step("1-nitric-strip").WeighedBy["foils"];
        Write(stream, l =>
            PuttingRight.Decide(l, Batch(id), foils, Grams("0.88 g", 0.02), null, "the balance was read again", "the tray was wet")
        );
        bench.Begin("2-aqua-regia").AsPlanned(1.1).Close();
        bench.Begin("3-sulfamic").AsPlanned(1.1).Close();
        bench.Begin("4-clear").AsPlanned(1.1).Close();
        bench.Begin("5-metabisulphite").AsPlanned(1.1);
        LiquorBracket Bracket(string high) =>
            new("barren", "Au", Typed("110 mL", Field.Volume, 5), Typed("0 g/L", Field.Concentration), Typed(high, Field.Concentration));
        Twice(stream, l => StepDecisions.TestLiquor(l.State, Batch(id), "5-metabisulphite", Bracket("0.01 g/L")));
        bench.Close();
        bench.Begin("6-wash-dry-melt").AsPlanned(1.1).Weigh("bar", "0.79 g", 0.01, "995 ‰");
        Back("the bar of another batch");
        bench.Weigh("bar", "0.80 g", 0.01, "995 ‰").Close();
        Write(stream, l => Decisions.CloseBatch(l, Batch(id), clerk.Now, clerk.Initials));
        Back("a filter had been forgotten");
        Write(stream, l => Decisions.CloseBatch(l, Batch(id), clerk.Now, clerk.Initials));
    }

    private void Closed(string id, string lot, string mass, string foils, string bar, int day)
    {
        clerk.At(day, 9, 0).By("MK");
        var bench = Start(id, lot, mass, HobLaneWays.GoldByNitricStrip);
        foreach (var step in Batch(id).Route.Steps)
        {
            bench.Begin(step.Id).AsPlanned(1.1);
            if (step.Method == "nitric-strip")
                bench.Weigh("foils", foils, 0.02);
            if (step.Method == "wash-dry-melt")
                clerk.Write([Entry.BatchStream(id)], l =>
                    StepDecisions.Weigh(
                        l.State,
                        Batch(id),
                        step.Id,
                        "bar",
                        Grams(bar, 0.01),
                        Typed("996 ‰", Field.Fineness) with
                        {
                            PlusMinus = 0.001,
                        },
                        "so it was read"
                    )
                );
            bench.Close();
        }
        foreach (var (pool, step, output) in new[] { ("T1", "4-clear", "filter"), ("P1", "5-metabisulphite", "barren") })
        {
            clerk.Write([Entry.BatchStream(id), Entry.PoolStream(pool)], l => Pooling.PutIn(l, pool, id, step, output));
            if (id == "26-01")
            {
                Back("the wrong vessel");
                clerk.Write([Entry.BatchStream(id), Entry.PoolStream(pool)], l => Pooling.PutIn(l, pool, id, step, output));
            }
        }
        Write(Entry.BatchStream(id), l => Decisions.CloseBatch(l, Batch(id), clerk.Now, clerk.Initials));
    }

    // The point of the bar had slipped; the feed had been misread; learning leaves it out for a while; somebody writes a note late.
    private void AfterClosing()
    {
        const string id = "26-01";
        var stream = Entry.BatchStream(id);
        clerk.After(60).By("TR");
        clerk.Write(PuttingRight.Streams(Now.State, id, Batch(id).Product!.EntryId), l =>
            PuttingRight.Decide(l, Batch(id), Batch(id).Product!.EntryId, Grams("1.26 g", 0.01), "decimal_down", null)
        );
        clerk.Write(PuttingRight.Streams(Now.State, id, Batch(id).FeedBy!), l =>
            PuttingRight.Decide(l, Batch(id), Batch(id).FeedBy!, Grams("60.9 g", 0.05), null, "the pan was not empty")
        );
        Write(stream, l => LeavingOut.Decide(l.State, id, "another acid", false));
        Write(stream, l => LeavingOut.Decide(l.State, id, null, true));
        clerk.After(5);
        Write(stream, _ => Decision.Write(new NoteWritten(id, null, "the bar went into the drawer")));
        clerk.After(9);
        Write(stream, _ => Decision.Write(new NoteWritten(id, "4-clear", "its filter was white")));
    }

    private void Explained()
    {
        const string id = "26-02";
        clerk.After(20);
        Twice(Entry.BatchStream(id), l => PuttingRight.Stand(l.State, Batch(id), "a beaker cracked on the plate"));
    }

    private void WorkedUp()
    {
        clerk.At(21, 10, 0).By("AV");
        void WorkUp(string mass) =>
            clerk.Write(Pooling.Streams(Now.State, "T1"), l =>
                Pooling.WorkUp(
                    l,
                    "T1",
                    [new("Au", Grams(mass, 0.002), Typed("985 ‰", Field.Fineness) with { PlusMinus = 0.002 })],
                    "burnt, leached, dropped",
                    "with sweepings"
                )
            );
        WorkUp("0.06 g");
        Back("weighed with the cup");
        WorkUp("0.03 g");
    }

    // Silver on copper: sent out, back lighter; the way changed; a step given up; the last bottle of it stands on the shelf.
    private void Detoured()
    {
        const string id = "26-03";
        clerk.At(22, 9, 0).By("TR");
        var stream = Entry.BatchStream(id);
        var bench = Start(id, "s-1a", "90.3 g", HobLaneWays.SilverByCopper);
        Write(stream, l => Detours.Send(l.State, Batch(id), "a caster", Grams("90.3 g", 0.05), 3, "golden"));
        clerk.At(24, 9, 0);
        Write(stream, l => Detours.ComeBack(l.State, Batch(id), "1z-outside", Grams("90.1 g", 0.05), Typed("120 kr", Field.Money), null));
        bench.Begin("1-nitric-part").AsPlanned(1.1).Close();
        Write(stream, l => Decisions.ChangeRoute(Batch(id), Batch(id).Route, ShelfAtWork.ForPlan(l.State, clerk.Now), "fresh bottles"));
        bench.Begin("2-copper-cement");
        Write(stream, l =>
            Detours.GiveUp(
                l.State,
                Batch(id),
                "2-copper-cement",
                null,
                ["copper-cement", "wash", "dry", "melt"],
                Batch(id).Bottles,
                "the bar was painted"
            )
        );
        foreach (var step in Batch(id).Route.Steps.Where(s => !Batch(id).Step(s.Id).Closed).ToList())
        {
            bench.Begin(step.Id).AsPlanned(1.1);
            if (step.Method == "melt")
                bench.Weigh("bar", "14.61 g", 0.02, "992 ‰");
            bench.Close();
        }
        Write(stream, l => Decisions.CloseBatch(l, Batch(id), clerk.Now, clerk.Initials));
        clerk.Write([Entry.BottleStream("N-9"), stream], l =>
            BottleMaking.FromBatch(l.State, Bottle("N-9", "nitric-weak", "200 mL", "20 %", null), id)
        );
    }

    // A batch that stands in the middle of its first step, of a pool of lots.
    private void Running()
    {
        clerk.At(26, 9, 0).By("MK");
        Start("26-04", "p-2", "42 g", HobLaneWays.GoldByNitricStrip).Begin("1-nitric-strip").Once("water").Pour("nitric", 2, 6);
    }

    // A bottle that was counted after a pour which is then taken back.
    private void Counted()
    {
        var pour = clerk.Entries.Last(e => e.Body is DoseAdded { BatchId: "26-04" });
        clerk
            .At(28, 9, 0)
            .By("MK")
            .Write([Entry.BottleStream("N-1")], l =>
                StockCounting.Count(l.State, [("N-1", Typed("6.1 kg", Field.Mass))], clerk.Now, "counted by weight")
            );
        Back(pour, "it was poured into another beaker");
        Write(Entry.BottleStream("H-2"), l => ShelfDecisions.LookAlike(l.State, "H-2", "the same again, no haze"));
        Back("looked at the wrong bottle");
        Back(clerk.Entries.Last(e => e.Body is BottleOpened), "it had been open before");
    }

    private string Elsewhere()
    {
        clerk.By("QZ");
        Receive(
            Bottle("N-1", "nitric-68", "5 L", "68 %", "420 kr"),
            Bottle("H-1", "hcl-37", "5 L", "37 %", "190 kr"),
            Bottle("S-1", "sulfamic", "1 kg", "99 %", "110 kr"),
            Bottle("M-1", "metabisulphite", "500 g", "97 %", "38 kr"),
            Bottle("B-1", "borax-glass", "250 g", "100 %", "70 kr")
        );
        Write(Entry.VesselStream("E1"), l => VesselDecisions.NameVessel(l.State, "E1", "beaker, low form", 600, Grams("205.2 g", 0.1)));
        Write(Entry.PoolStream("T1"), l => Pooling.Open(l.State, "T1", "T1", "filter tub", "filters"));
        Write(Entry.PoolStream("P1"), l => Pooling.Open(l.State, "P1", "P1", "stock pot", "liquors"));
        foreach (var (lot, mass) in new[] { ("e-1", "50.0 g"), ("e-2", "31.0 g") })
            Write(Entry.LotStream(lot), l =>
                LotDecisions.Receive(
                    l.State,
                    lot,
                    lot.ToUpperInvariant(),
                    "gold-clad rings from elsewhere",
                    "clad brass",
                    Grams(mass, 0.1),
                    Clad(),
                    null
                )
            );
        clerk.Write([Entry.LotStream("e-3"), Entry.LotStream("e-1"), Entry.LotStream("e-2")], l =>
            LotPooling.Pool(l.State, "e-3", "E-3", "both", [new("e-1", Grams("50.0 g", 0.1)), new("e-2", Grams("31.0 g", 0.1))])
        );
        Closed("77-01", "e-3", "80.0 g", "1.72 g", "1.63 g", 4);
        return System.Text.Encoding.UTF8.GetString(BatchFiles.Of(Now.State, Batch("77-01"), _ => null).Write());
    }
}
