using Spolium.Core.Deciding;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Solutions;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;

namespace Spolium.Demo;

/// <summary>
/// Hob Lane Works, a shop that does not exist: its lot HL-1, one closed batch of it, another in which a decimal point slipped, one that
/// stands in the middle of its denitration, and lots that were sorted and wait. Everything is decided by the core, entry by entry, and
/// replayed: no result is put in by hand.
/// </summary>
public static class DemoShop
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

    // What the year before was worked off with: large bottles, thrown away when the new ones came.
    private static void FirstStock(Clerk clerk)
    {
        BottleWish[] bottles =
        [
            Bottle("N-0", "nitric-68", "20 L", "68 %", "1 500 kr", "acid cupboard"),
            Bottle("H-0", "hcl-37", "10 L", "37 %", "360 kr", "acid cupboard"),
            Bottle("S-0", "sulfamic", "2 kg", "99 %", "205 kr", "dry shelf"),
            Bottle("M-0", "metabisulphite", "1 kg", "97 %", "70 kr", "dry shelf"),
            Bottle("B-0", "borax-glass", "500 g", "100 %", "130 kr", "furnace"),
            Bottle("U-0", "copper-bar", "3 kg", "99.9 %", "330 kr", "bench"),
        ];
        clerk
            .At(-420, 10, 0)
            .By("TR")
            .Write([.. bottles.Select(b => Entry.BottleStream(b.Id))], s => ShelfDecisions.Receive(s.State, bottles, _ => ""));
    }

    private static void ThrowAway(Clerk clerk)
    {
        clerk.At(-61, 16, 0).By("TR");
        foreach (var id in new[] { "N-0", "H-0", "S-0", "M-0", "B-0", "U-0" })
            clerk.Write([Entry.BottleStream(id)], s => ShelfDecisions.Discard(s.State, id, "handed over with the acids of the year"));
    }

    // Bottles of odd strength, as such a shop has them: some old, some home-made, some from the hardware shelf.
    private static void Stock(Clerk clerk)
    {
        void Came(int daysBefore, params BottleWish[] bottles) =>
            clerk
                .At(-daysBefore, 10, 0)
                .By("TR")
                .Write([.. bottles.Select(b => Entry.BottleStream(b.Id))], s => ShelfDecisions.Receive(s.State, bottles, _ => ""));
        Came(
            190,
            Bottle("C-1", "bleach", "4 800 g", "4.5 %", "45 kr", "cool room", "1.07 g/mL"),
            Bottle("P-1", "peroxide-12", "1 L", "12 %", "60 kr", "cool room")
        );
        Came(
            60,
            Bottle("N-1", "nitric-68", "2.5 L", "68 %", "210 kr", "acid cupboard"),
            Bottle("H-1", "hcl-37", "2.5 L", "37 %", "95 kr", "acid cupboard"),
            Bottle("S-1", "sulfamic", "1 kg", "99 %", "110 kr", "dry shelf"),
            Bottle("M-1", "metabisulphite", "500 g", "97 %", "38 kr", "dry shelf"),
            Bottle("B-1", "borax-glass", "250 g", "100 %", "70 kr", "furnace"),
            Bottle("L-1", "battery-acid", "1 L", "37 %", "40 kr", "acid cupboard")
        );
        Came(
            34,
            Bottle("N-2", "nitric-weak", "1 L", "48 %", null, "acid cupboard"),
            Bottle("H-2", "brick-cleaner", "5 L", null, "55 kr", "acid cupboard", certificate: false),
            Bottle("A-1", "ammonia-25", "1 L", "25 %", "65 kr", "cool room"),
            Bottle("K-1", "caustic", "1 kg", "98 %", "48 kr", "dry shelf"),
            Bottle("M-2", "stump-remover-smb", "450 g", null, "29 kr", "dry shelf", certificate: false),
            Bottle("W-1", "water-distilled", "10 L", null, "30 kr", "bench")
        );
        // The home-made acid was weighed: 65.3 g in a flask of 50 mL at 21 °C.
        clerk
            .At(-33, 16, 20)
            .By("MK")
            .Write([Entry.BottleStream("N-2")], s =>
            {
                var reading = new WeighedVolume(
                    Mass("65.3 g", 0.02),
                    VolumeInstrument.Find("flask")!.Read(QuantityParser.Read("50 mL", Field.Volume).Number!),
                    QuantityParser.Read("21 °C", Field.Temperature, 1).Number!
                );
                return ShelfDecisions.Test(
                    s.State,
                    "N-2",
                    StrengthFinder
                        .Find("HNO3", reading, new Draws("N-2"))
                        .AsTest("weighed volume", [reading.Mass, reading.Volume, reading.TemperatureC])
                );
            });
    }

    private static BottleWish Bottle(
        string id,
        string form,
        string amount,
        string? strength,
        string? price,
        string place,
        string? density = null,
        bool certificate = true
    ) =>
        new(
            id,
            form,
            QuantityParser.Read(amount, amount.EndsWith('L') ? Field.Volume : Field.Mass).Number!,
            strength is null ? null : QuantityParser.Read(strength, Field.Share).Number!,
            density is null ? null : QuantityParser.Read(density, Field.Density).Number!,
            price is null ? null : QuantityParser.Read(price, Field.Money).Number!,
            place,
            null,
            certificate
        );

    private static void Receive(Clerk clerk)
    {
        TypedNumber Share(string t) => QuantityParser.Read(t, Field.Share).Number!;
        var content = new Content(
            [
                new("Au", Share("1.6 %"), Share("2.1 %"), Share("2.7 %")),
                new("Cu", Share("58 %"), Share("63 %"), Share("70 %"), ContentOf.Rest),
            ],
            "Zn"
        );
        clerk
            .At(0, 8, 0)
            .By("MK")
            .Write([Entry.LotStream(Lot)], s =>
                LotDecisions.Receive(
                    s.State,
                    Lot,
                    "HL-1",
                    "gold-clad slip rings of a radar mast",
                    "clad brass",
                    Mass("412.6 g", 0.1),
                    content,
                    null
                )
            );
        // What waits: relay contacts for their silver, spent fixer, gilt mounts.
        var contacts = new Content(
            [
                new("Ag", Share("8 %"), Share("11 %"), Share("14 %")),
                new("Ni", Share("12 %"), Share("15 %"), Share("18 %")),
                new("Zn", Share("14 %"), Share("19 %"), Share("24 %")),
            ],
            "Cu"
        );
        clerk
            .At(5, 14, 0)
            .By("TR")
            .Write([Entry.LotStream("hl-2")], s =>
                LotDecisions.Receive(
                    s.State,
                    "hl-2",
                    "HL-2",
                    "relay leaf contacts of a telephone exchange",
                    "Ag–Ni tips on nickel silver",
                    Mass("1 284 g", 0.5),
                    contacts,
                    QuantityParser.Read("0.6 mm", Field.Length).Number!
                )
            );
        TypedNumber PerLitre(string t) => QuantityParser.Read(t, Field.Concentration).Number!;
        clerk
            .At(6, 10, 0)
            .By("MK")
            .Write([Entry.LotStream("hl-6")], s =>
                LotDecisions.Receive(
                    s.State,
                    "hl-6",
                    "HL-6",
                    "spent fixer of a closed radiography practice",
                    "fixer",
                    QuantityParser.Read("18 L", Field.Volume, 100).Number!,
                    new([new("Ag", PerLitre("1 g/L"), PerLitre("3 g/L"), PerLitre("8 g/L"))], null, LiquorKind.Fixer),
                    null
                )
            );
        clerk
            .At(7, 11, 0)
            .By("AV")
            .Write([Entry.LotStream("hl-9")], s =>
                LotDecisions.Receive(
                    s.State,
                    "hl-9",
                    "HL-9",
                    "gilt picture-frame mounts and braid, copper strip clean",
                    "gilt copper",
                    Mass("140 g", 0.1),
                    new(
                        [
                            new("Au", Share("0.3 %"), Share("0.6 %"), Share("1.2 %")),
                            new("Ag", Share("0.5 %"), Share("1.5 %"), Share("4 %")),
                        ],
                        "Cu"
                    ),
                    null
                )
            );
    }

    // Each lot is sorted by kind and weighed; what the parts are short of is posted.
    private static void Sort(Clerk clerk)
    {
        TypedNumber Share(string t) => QuantityParser.Read(t, Field.Share).Number!;
        ContentLine Line(string element, string low, string likely, string high) =>
            new(element, Share(low + " %"), Share(likely + " %"), Share(high + " %"));
        clerk
            .At(5, 15, 0)
            .By("TR")
            .Write([Entry.LotStream("hl-2"), Entry.LotStream("hl-2a"), Entry.LotStream("hl-2b"), Entry.LotStream("hl-2c")], s =>
                LotDecisions.Split(
                    s.State,
                    "hl-2",
                    [
                        new(
                            "hl-2a",
                            "HL-2a",
                            "leaves with tips",
                            Mass("912.2 g", 0.5),
                            new([Line("Ag", "11", "15", "19"), Line("Ni", "11", "14", "17"), Line("Zn", "13", "18", "23")], "Cu"),
                            Pieces: 2280
                        ),
                        new(
                            "hl-2b",
                            "HL-2b",
                            "bare leaves",
                            Mass("241.7 g", 0.5),
                            new([Line("Ni", "12", "16", "19"), Line("Zn", "15", "21", "26")], "Cu"),
                            "nickel silver"
                        ),
                        new("hl-2c", "HL-2c", "frames", Mass("96.0 g", 0.5), new([Line("Ni", "0", "2", "6")], "Fe"), "plated steel"),
                    ],
                    null,
                    [new("plastic", Mass("31.5 g", 0.5))]
                )
            );
        clerk
            .At(6, 9, 0)
            .By("MK")
            .Write([Entry.LotStream("hl-3")], s =>
                LotDecisions.Receive(
                    s.State,
                    "hl-3",
                    "HL-3",
                    "dental laboratory sprues and grindings",
                    "dental gold",
                    Mass("86.4 g", 0.05),
                    new(
                        [
                            Line("Au", "66", "71", "75"),
                            Line("Pt", "6", "8", "10"),
                            Line("Pd", "3", "5", "7"),
                            Line("Ag", "9", "11", "13"),
                            Line("In", "1", "2", "4"),
                        ],
                        "Zn"
                    ),
                    null
                )
            );
        clerk
            .At(6, 9, 40)
            .Write([Entry.LotStream("hl-3"), Entry.LotStream("hl-3a"), Entry.LotStream("hl-3b")], s =>
                LotDecisions.Split(
                    s.State,
                    "hl-3",
                    [
                        new(
                            "hl-3a",
                            "HL-3a",
                            "sprues and buttons",
                            Mass("71.8 g", 0.05),
                            new(
                                [
                                    Line("Au", "68", "72", "76"),
                                    Line("Pt", "6", "8", "10"),
                                    Line("Pd", "3", "5", "7"),
                                    Line("Ag", "9", "11", "13"),
                                    Line("In", "1", "2", "4"),
                                ],
                                "Zn"
                            ),
                            Pieces: 34
                        ),
                        new(
                            "hl-3b",
                            "HL-3b",
                            "grindings",
                            Mass("14.4 g", 0.05),
                            new(
                                [
                                    Line("Au", "30", "55", "68"),
                                    Line("Pt", "3", "6", "9"),
                                    Line("Pd", "2", "4", "6"),
                                    Line("Ag", "5", "8", "12"),
                                ],
                                null
                            )
                        ),
                    ],
                    null
                )
            );
        clerk
            .At(6, 16, 0)
            .Write([Entry.LotStream("hl-3a")], s =>
                LotDecisions.Offer(s.State, "hl-3a", QuantityParser.Read("37 500 kr", Field.Money).Number!, "a gold buyer")
            );
        TypedNumber PerLitre(string t) => QuantityParser.Read(t, Field.Concentration).Number!;
        Content Fixer(string low, string likely, string high) =>
            new([new("Ag", PerLitre(low + " g/L"), PerLitre(likely + " g/L"), PerLitre(high + " g/L"))], null, LiquorKind.Fixer);
        clerk
            .At(6, 16, 0)
            .Write([Entry.LotStream("hl-6"), Entry.LotStream("hl-6a"), Entry.LotStream("hl-6b")], s =>
                LotDecisions.Split(
                    s.State,
                    "hl-6",
                    [
                        new(
                            "hl-6a",
                            "HL-6a",
                            "fixer, first canister",
                            QuantityParser.Read("10 L", Field.Volume, 80).Number!,
                            Fixer("1.5", "3.6", "8")
                        ),
                        new(
                            "hl-6b",
                            "HL-6b",
                            "fixer, older canister",
                            QuantityParser.Read("7.8 L", Field.Volume, 80).Number!,
                            Fixer("0.6", "2.2", "6")
                        ),
                    ],
                    null
                )
            );
        clerk.At(6, 16, 30).Write([Entry.LotStream("hl-6b")], s => LotDecisions.SetAside(s.State, "hl-6b", "a silver test"));
        clerk
            .At(7, 11, 30)
            .By("AV")
            .Write([Entry.LotStream("hl-9"), Entry.LotStream("hl-9a"), Entry.LotStream("hl-9b")], s =>
                LotDecisions.Split(
                    s.State,
                    "hl-9",
                    [
                        new(
                            "hl-9a",
                            "HL-9a",
                            "mounts",
                            Mass("96.4 g", 0.1),
                            new([Line("Au", "0.35", "0.6", "1.1"), Line("Ag", "0.5", "1.5", "4")], "Cu"),
                            Pieces: 14
                        ),
                        new(
                            "hl-9b",
                            "HL-9b",
                            "braid",
                            Mass("38.2 g", 0.1),
                            new([Line("Au", "0.2", "0.55", "1.2"), Line("Ag", "0.5", "2", "5")], "Cu")
                        ),
                    ],
                    null,
                    [new("wood, glue and nails", Mass("4.9 g", 0.1))]
                )
            );
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
        clerk
            .At(day, 9, 0)
            .By(who.First)
            .Write([Entry.BatchStream(id), Entry.LotStream(lot)], s =>
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
        var b = new BatchWriter(clerk, id);

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
            .Read("temperature", "86 °C")
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

    private static void OpenBatch(Clerk clerk, DateTimeOffset now)
    {
        const string id = "26-02";
        clerk
            .At(now.AddHours(-27))
            .By("MK")
            .Write([Entry.BatchStream(id), Entry.LotStream(Lot)], s =>
                Decisions.Start(
                    s.State,
                    id,
                    id,
                    "second half of HL-1",
                    Lot,
                    Mass("206.3 g", 0.05),
                    Routes.Chain(HobLaneWays.GoldByNitricStrip),
                    ShelfAtWork.ForPlan(s.State, clerk.Now),
                    0.01,
                    clerk.Now
                )
            );
        var b = new BatchWriter(clerk, id);
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
            .Read("temperature", "80 °C")
            .See("no-metal-left")
            .See("quiet-after-more")
            .After(6)
            .See("air-colourless")
            .Close();
        clerk.At(now.AddMinutes(-24));
        b.Begin("3-sulfamic").Read("temperature", "84 °C").Pour("sulfamic", 2, 5);
    }

    private static TypedNumber Mass(string text, double plusMinus) => QuantityParser.Read(text, Field.Mass, plusMinus).Number!;
}
