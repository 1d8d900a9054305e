using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Demo;

namespace Spolium.Golden;

/// <summary>Batches of every kind.</summary>
public sealed partial class GoldenShop
{
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
