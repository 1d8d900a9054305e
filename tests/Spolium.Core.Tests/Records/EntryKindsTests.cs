using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Records;

public class EntryKindsTests
{
    private static readonly Figure Figure = Figure.Of(Working.Given(4.2, Dimension.Mass, "gold", "weighed"));

    // What ships grows with every reagent; a text that is pinned does not.
    private static readonly PriceList Prices = new(
        "made-up",
        "prices of a test",
        [
            new(PriceKind.Metal, "Au", Crowns(905), Given.Share(97), Crowns(6), Given.Share(30), Given.Share(60)),
            new(PriceKind.Reagent, "HNO3", Crowns(88), null, null, null, null),
            new(PriceKind.Work, PriceList.Hands, Crowns(240), null, null, null, null),
        ]
    );
    private static readonly IReadOnlyList<Core.Records.Bottle> Bottles =
    [
        new("N-1", "nitric acid", "HNO3", MassFraction.OfPercent(68), 1.4048, 0, "usual label"),
        new("S-1", "sulfamic acid", "H3NSO3", MassFraction.OfPercent(99), null, 0, "usual label"),
    ];

    private static TypedNumber Crowns(double kr) => TypedNumber.Of(kr, Field.Money, "kr");

    private static readonly ElementEstimate Gold = new("Au", 4.2, 0.1, 4, 4.4);

    private static readonly NewBottle Bottle = new(
        "N-1",
        "nitric-68",
        "nitric acid",
        "HNO3",
        new("1 L", Field.Volume, 1000, "L"),
        1405,
        new(0.68, 0, null, "label", []),
        TypedNumber.Of(90, Field.Money, "kr"),
        "acid cupboard",
        DateTimeOffset.UnixEpoch,
        true
    );

    public static TheoryData<EntryBody> Bodies() =>
        [
            new LotReceived(
                "l",
                "X-1",
                "rings",
                "brass",
                Given.Grams(100, 0.1),
                Given.Hl1(),
                TypedNumber.Of(800, Field.Length, "µm"),
                [Gold]
            ),
            new LotSplit("l", [new("a", "X-1a", "coarse", Given.Grams(60)), new("b", "X-1b", "fine", Given.Grams(40))]),
            new LotsReceived([new("l", "X-1", "rings", "brass", Given.Grams(100, 0.1), Given.Hl1(), null, [Gold], 12)]),
            new LotSplit(
                "l",
                [new("a", "X-1a", "tips", Given.Grams(60), Given.Hl1(), "tips", [Gold], 12)],
                "dust",
                [new("plastic", Given.Grams(3))]
            ),
            new LotsPooled("p", "X-9", "both", [new("a", Given.Grams(60)), new("b", Given.Grams(40))], [Gold]),
            new LotTakenOver(
                "t",
                "X-12",
                "filters",
                new(FeedFrom.Holding, "26-00/4-clear/filter", Given.Grams(2)),
                Given.Grams(2),
                new(
                    [new("Au", Given.Share(1), Given.Share(2), Given.Share(3))],
                    null,
                    Marks: ["cyanide"],
                    Holds: [new("Au", "s", 0.01, 0.02, 0.03), new("NO3-", "aq", 0.1, 0.2, 0.3)]
                ),
                [Gold]
            ),
            new LotContentChanged(
                "l",
                Given.Hl1() with
                {
                    Part = new("tip", Given.Share(10), Given.Share(12), Given.Share(15)),
                },
                LotContentChanged.Assay,
                "assay office",
                12,
                [Gold]
            ),
            new LotSetAside("l", "more of its kind"),
            new LotOffered("l", TypedNumber.Of(300, Field.Money, "kr"), "a dealer"),
            new LotPhotographed("l", "abc", "a heap"),
            new MaterialKept(new("ours", "our leaves", "tip", [new("Ag", new(80, 90, 95))], ["cadmium"], "own"), "relay-leaf"),
            new MaterialDropped("ours", "not met any more"),
            new PricesKept(Prices),
            new PlanSaved(
                "s",
                "with weak acid",
                "l",
                Given.Grams(50),
                Routes.Chain(HobLaneWays.GoldByNitricStrip),
                HobLaneWays.GoldByNitricStrip,
                Bottles,
                "made-up",
                "0.1.0",
                "abc",
                [Figure],
                "r"
            ),
            new PlanRenamed("s", "with strong acid"),
            new PlanDropped("s"),
            new BranchGivenUp(
                "b",
                "3-sulfamic",
                Given.Grams(4.4, 0.02),
                [new("denitrated", "what was given up", true, 40, [Gold], Basis.Weighed)],
                [
                    new(
                        "Au",
                        [
                            [0.01],
                        ]
                    ),
                ],
                Routes.Chain(["boil-down"]),
                [],
                "foamed over"
            ),
            new SentOut(
                "b",
                "4z-outside",
                "assay office",
                Given.Grams(4.4),
                new("outside", 1, "0.1.0", "abc", "b", [], null, "send out", "Send it out", "5f"),
                Routes.Chain(["outside"])
            ),
            new CameBack(
                "b",
                "4z-outside",
                Given.Grams(4.3),
                TypedNumber.Of(120, Field.Money, "kr"),
                [new("back", "what came back", true, 4.3, [Gold], Basis.Weighed)],
                [
                    new(
                        "Au",
                        [
                            [0.01],
                        ]
                    ),
                ],
                "sample taken"
            ),
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
            new PutIntoPool("T1", "b", "4-clear", "filter", [Gold]),
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

    [Theory]
    [MemberData(nameof(Bodies))]
    public void Every_kind_reads_back_as_it_was_written(EntryBody body)
    {
        var json = EntryJson.Write(body);
        var back = EntryJson.Read(EntryJson.KindOf(body), EntryJson.SchemaOf(body), json);
        Assert.Equal(body.GetType(), back.GetType());
        Assert.Equal(json, EntryJson.Write(back));
    }

    [Fact]
    public void The_set_is_closed_and_every_kind_is_tried_above() =>
        Assert.Equal(EntryJson.AllKinds.Order(), Bodies().Select(b => EntryJson.KindOf(b.Data)).Distinct().Order());

    [Fact]
    public void A_typed_number_keeps_its_text_unit_instrument_vessel_and_gross()
    {
        var dose = (DoseAdded)EntryJson.Read("dose-added", 1, EntryJson.Write(Bodies().Select(b => b.Data).OfType<DoseAdded>().Single()));
        var typed = dose.Pours[0].Amount;
        Assert.Equal(
            ("2,5 mL", "mL", "cylinder", "B3", true, 0.1),
            (typed.Text, typed.Unit, typed.Instrument, typed.Vessel, typed.Gross, typed.PlusMinus)
        );
        Assert.Equal(0.1 / 1.645, typed.Sigma, 1e-12);
    }

    [Fact]
    public void The_hash_tells_requests_apart()
    {
        Assert.Equal(EntryJson.Hash("a"), EntryJson.Hash("a"));
        Assert.NotEqual(EntryJson.Hash("a"), EntryJson.Hash("b"));
    }

    [Fact]
    public void When_it_happened_and_when_it_was_written_are_kept_apart()
    {
        var happened = new DateTimeOffset(2026, 11, 25, 9, 0, 0, TimeSpan.FromHours(1));
        var entry = new Entry("e", [new("lot:l", 1)], happened, happened.AddMinutes(20), "MK", Bodies().Select(b => b.Data).First());
        var state = Replay.Apply(State.Empty, entry);
        Assert.Equal(happened, state.Lots["l"].ReceivedAt);
        Assert.Equal(1, state.Version("lot:l"));
        Assert.Equal(happened.AddMinutes(20), state.Entries[0].RecordedAt);
    }

    [Fact]
    public void A_late_entry_does_not_turn_the_clock_of_its_step_back()
    {
        var entries = new List<Entry>();
        void Add(EntryBody body, int minute) =>
            entries.Add(
                new(
                    $"e{entries.Count}",
                    [new("batch:b", entries.Count + 1)],
                    DateTimeOffset.UnixEpoch.AddMinutes(minute),
                    DateTimeOffset.UnixEpoch.AddMinutes(90),
                    "AV",
                    body
                )
            );
        Add(Bodies().Select(b => b.Data).OfType<LotReceived>().Single(), 0);
        Add(Bodies().Select(b => b.Data).OfType<BatchStarted>().Single(), 1);
        Add(Bodies().Select(b => b.Data).OfType<StepBegun>().Single(), 2);
        Add(Bodies().Select(b => b.Data).OfType<DoseAdded>().Single(), 60);
        Add(Bodies().Select(b => b.Data).OfType<SignSeen>().Single(), 40);
        var step = Replay.Of(entries).Batches["b"].Step("1-nitric-strip");
        Assert.Equal(DateTimeOffset.UnixEpoch.AddMinutes(60), step.LastAt);
        Assert.Equal(step.LastAt, step.Facts.AsOf);
        Assert.True(step.Facts.Saw("quiet-after-more"));
    }
}
