using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Demo;

namespace Spolium.Core.Tests.Records;

/// <summary>Entries of batches, tubs and bottles, one of each kind and more.</summary>
public partial class EntryKindsTests
{
    private static IReadOnlyList<EntryBody> OfBatches() =>
        [
            new BatchStarted(
                "b",
                "26-01",
                "rings",
                [Feed.OfLot("l", Given.Grams(50)), new(FeedFrom.Holding, "26-00/4-clear/filter", Given.Grams(2))],
                Routes.Chain(HobLaneWays.GoldByNitricStrip),
                Bottles,
                0.01,
                [Gold],
                null,
                [new("nitric-factor", 1.0, 1.1, 1.2, 3, "from 3 of your batches")]
            ),
            new RouteChanged("b", Routes.Chain(["metabisulphite"]), [], "no scrap"),
            new BatchClosed("b", [Figure], null, Summary),
            new BatchClosed("b", [Figure], [new("nitric-factor", "1-nitric-strip", 1.1, 1.0, 1.2, "209 g poured")]),
            new LeftOutOfLearning("b", "another acid"),
            new LeftOutOfLearning("b", null),
            new ReadingsStand("b", "a beaker cracked"),
            new PoolOpened("T1", "T1", "filter tub", "filters of gold work"),
            new PutIntoPool("T1", "b", "4-clear", "filter", [Gold], new([new("Au", "Solid", 0.001)], ["paper"]), "meant"),
            new PoolWorkedUp(
                "T1",
                [new(Given.Grams(0.3, 0.01), null, Gold)],
                "burnt and leached",
                [new("b", "4-clear", "filter", "Au", 0.02, 0.018, 0.004)],
                [new("b", [Figure])]
            ),
            new StepBegun(
                "b",
                "1-nitric-strip",
                new(
                    "nitric-strip",
                    1,
                    "0.1.0",
                    "abc",
                    "b",
                    [new("nitric", "nitric acid", "N-1", new(5, 4, 6), [1, 2, 2])],
                    "beaker 1 L",
                    "strip",
                    "Strip the base metal with nitric acid",
                    "5f"
                )
            ),
            new DoseAdded(
                "b",
                "1-nitric-strip",
                "nitric",
                [new("N-1", new("2,5 mL", Field.Volume, 2.5, "mL", 0.1, "cylinder", "B3", true), 3.5, 0.68)]
            ),
            new ReadingTaken("b", "1-nitric-strip", "temperature", new("185 °F", Field.Temperature, 85, "°F")),
            new LiquorTested(
                "b",
                "5-metabisulphite",
                new(
                    "spent-liquor",
                    "Au",
                    new("450 mL", Field.Volume, 450, "mL", 4.5, "measuring cylinder"),
                    TypedNumber.Of(0.01, Field.Concentration, "g/L"),
                    TypedNumber.Of(0.1, Field.Concentration, "g/L")
                ),
                "twice"
            ),
            new SignSeen("b", "1-nitric-strip", "quiet-after-more"),
            new SomethingElse(
                "b",
                "1-nitric-strip",
                Happening.Poured,
                Poured: new("HCl", new("H-1", new("20 mL", Field.Volume, 20, "mL", 1), 23.6, 0.37)),
                Danger: "cyanide-acid",
                Reason: "it foamed"
            ),
            new SomethingElse("b", "3-sulfamic", Happening.Joined, Holding: "1-nitric-strip/rinse"),
            new SomethingElse(
                "b",
                "3-sulfamic",
                Happening.Spilt,
                Gone: new(new("15 mL", Field.Volume, 15, "mL", 7.5), 0.04, 0.01, true, [Gold])
            ),
            new SomethingElse("b", "3-sulfamic", Happening.Moved, Into: "beaker, low form 600"),
            new HoldingWeighed("b", "1-nitric-strip", "foils", Given.Grams(4.4, 0.02)),
            new ProductWeighed(
                "b",
                "6-wash-dry-melt",
                [
                    new("bar", "Au", 0, Given.Grams(4.2, 0.02), new("996 ‰", Field.Fineness, 0.996, "‰"), [Gold]),
                    new("salt", "Ag2SO4", 2, Given.Grams(1), null, []),
                ]
            ),
            new StepClosed(
                "b",
                "1-nitric-strip",
                [new("foils", "foils", true, 4.5, [Gold], Basis.Weighed)],
                [
                    new(
                        "Au",
                        [
                            [0.01],
                        ]
                    ),
                ]
            ),
            new ReadingPutRight(
                "b",
                "1-nitric-strip",
                "foils",
                "e1",
                new("44.3 g", Field.Mass, 44.3, "g", 0.02),
                Given.Grams(4.43, 0.02),
                "decimal_up",
                "the point stands one place too far right",
                3100,
                1.1,
                [Gold],
                [
                    new(
                        "1-nitric-strip",
                        [new("foils", "foils", true, 4.5, [Gold], Basis.Weighed)],
                        [
                            new(
                                "Au",
                                [
                                    [0.01],
                                ]
                            ),
                        ]
                    ),
                ],
                [Figure]
            ),
            new BatchBroughtIn(
                new(
                    BatchFile.Name,
                    1,
                    new Dictionary<string, string> { ["mass"] = "g" },
                    "b",
                    "26-01",
                    [new LotReceived("l", "X-1", "rings", "brass", Given.Grams(100, 0.1), Given.Hl1(), null, [Gold])],
                    [new("B4", "beaker, low form", 600, Given.Grams(212.4))],
                    [
                        new(
                            "e1",
                            [new("batch:b", 1)],
                            DateTimeOffset.UnixEpoch,
                            DateTimeOffset.UnixEpoch,
                            "AV",
                            new NoteWritten("b", null, "hello")
                        ),
                    ]
                )
            ),
            new BreakAccepted(
                41,
                "entry 41 was changed after it was written",
                "ab12",
                "a disk failed; compared with the backup of Tuesday"
            ),
            new NoteWritten("b", null, "ünïcode, “quotes” and \n lines"),
            new BottlesReceived([Bottle]),
            new BottleMade(
                Bottle with
                {
                    BottleId = "N-5",
                },
                [new("N-1", Given.Grams(250), 250, 0.68, 0.01, 1.405), new("water", Given.Grams(235), 235, 1)],
                "26-01"
            ),
            new BottleTested(
                "N-1",
                new(
                    0.66,
                    0.004,
                    1.395,
                    "weighed volume",
                    [Given.Grams(69.8), new("50 mL", Field.Volume, 50, "mL", 0.5, "measuring cylinder")]
                )
            ),
            new BottleOpened("N-1"),
            new LookAlikeChecked("B-2", "fizzes with nitrite, haze after"),
            new BottleDiscarded("N-1", 120, "acid drum D1"),
            new StockTaken([new("N-1", Given.Grams(900), 900, 940.5)]),
            new StepKept(
                "k1",
                "salt for 25 g",
                "silver-chloride",
                new(
                    ChargeKind.Nitrate,
                    [new("Ag", Given.Grams(20), Given.Grams(25), Given.Grams(30))],
                    new("400 mL", Field.Volume, 400, "mL"),
                    TypedNumber.Of(0.5, Field.Molarity, "M")
                ),
                new Dictionary<string, string> { ["by"] = "NaCl" },
                ["T-1"]
            ),
            new VesselNamed("B4", "beaker, low form", 600, Given.Grams(212.4)),
            new VesselGone("B4", "broken"),
            new LicenceHeld("li", "T-17", "A. V.", ["chlorine", "nitric"], new(2026, 1, 1), new(2026, 12, 31)),
            new LicenceEnded("li", "given back"),
            new LimitLowered("chlorine", new("20 L", Field.Volume, 20000, "L")),
            new Correction(["e1"], "wrong beaker", new SignSeen("b", "1-nitric-strip", "quiet-after-more")),
            new Correction(["e2", "e1"], null, null),
            new SummariesKept([new("b", Summary)], "0.1.0"),
        ];

    private static BatchSummary Summary =>
        new(
            "Au",
            true,
            [new("Au", new(4.5, 0.2), new(4.5, 0.2), new(4.2, 0.01), new(0.3, 0.2), 0)],
            [new("Au", "4-clear", "clear", "in filters", "batch/b/4-clear/filter", new(0.1, 0.03))],
            [new("1-nitric-strip", "nitric-strip", "Au", 4.5, 4.4)],
            [new("HNO3", "nitric acid", 210, 200, null)],
            new(
                "p1",
                "made-up prices",
                120,
                new(3000, 90),
                new(2500, 100),
                [new("paid", Figure)],
                Figure,
                Figure,
                Figure,
                new(
                    new(3000, 90),
                    new(2500, 100),
                    [new("4-clear/filter", "Au", 40)],
                    [
                        [12, 3, 2],
                    ]
                ),
                ["salt"]
            ),
            ["AV"]
        );
}
