using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Records;

public partial class EntryKindsTests
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

    public static TheoryData<EntryBody> Bodies() => [.. OfTheShop(), .. OfBatches()];

    private static IReadOnlyList<EntryBody> OfTheShop() =>
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
            new LotForOthers(
                "l",
                "Mill Street Jewellers",
                TypedNumber.Of(12, Field.Money, "kr"),
                TypedNumber.Of(250, Field.Money, "kr"),
                TypedNumber.Of(0.05, Field.Share, "%"),
                true
            ),
            new LotPhotographed("l", "abc", "a heap"),
            new LotHandedOver(
                "l",
                TypedNumber.Of(5000, Field.Volume, "mL"),
                "Harbour Waste Station",
                "W-114",
                "20 L canister",
                TypedNumber.Of(8, Field.PH, "pH"),
                "",
                ["NaNO3 about 500 g"],
                "the second this year"
            ),
            new ReceiptCame("l", "e1", "R-7781"),
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
        ];

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
