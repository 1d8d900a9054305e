using Spolium.Core.Deciding;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;

namespace Spolium.Demo;

/// <summary>
/// The year before: lots that came and were worked off, with the shop's own habits and mishaps. What stood on the balance is typed here;
/// everything else the core decides.
/// </summary>
internal static class DemoHistory
{
    /// <summary>A batch of that year.</summary>
    /// <param name="Day">Counted from the first day of the demo.</param>
    /// <param name="Share">What was poured of each ladder, over what the plan thought likely.</param>
    /// <param name="Mid">Grams of the first holding that is weighed; null where none was.</param>
    private sealed record Past(
        string Code,
        int Day,
        string Lot,
        string Mass,
        IReadOnlyList<string> Way,
        string First,
        string Second,
        double Share,
        string? Mid,
        string Bar,
        string? Fineness
    );

    private static readonly Past[] Batches =
    [
        new("25-02", -400, "hl-51", "52.0 g", HobLaneWays.GoldByNitricStrip, "AV", "MK", 1.05, "1.12 g", "1.07 g", "995 ‰"),
        new("25-03", -384, "hl-52", "118.5 g", HobLaneWays.SilverByCopper, "TR", "TR", 1.10, null, "11.86 g", "991 ‰"),
        new("25-04", -370, "hl-51", "61.4 g", HobLaneWays.GoldByNitricStrip, "AV", "AV", 1.20, "1.34 g", "1.27 g", "996 ‰"),
        new("25-05", -351, "hl-53", "74.0 g", HobLaneWays.GoldByNitricStrip, "MK", "TR", 1.10, "1.83 g", "1.74 g", "994 ‰"),
        new("25-06", -333, "hl-52", "140.2 g", HobLaneWays.SilverByCopper, "TR", "MK", 1.15, null, "14.32 g", "992 ‰"),
        new("25-07", -318, "hl-53", "70.3 g", HobLaneWays.GoldByNitricStrip, "AV", "MK", 1.05, "1.71 g", "1.66 g", "997 ‰"),
        new("25-08", -301, "hl-54", "66.7 g", HobLaneWays.GoldByNitricStrip, "MK", "MK", 1.25, "1.21 g", "1.14 g", null),
        new("25-09", -287, "hl-55", "95.0 g", HobLaneWays.SilverByCopper, "AV", "TR", 1.05, null, "12.74 g", "990 ‰"),
        new("25-10", -268, "hl-54", "80.1 g", HobLaneWays.GoldByNitricStrip, "AV", "AV", 1.15, "1.47 g", "1.41 g", "995 ‰"),
        new("25-11", -252, "hl-56", "58.8 g", HobLaneWays.GoldByNitricStrip, "TR", "MK", 1.10, "1.42 g", "1.22 g", "996 ‰"),
        new("25-12", -236, "hl-55", "104.6 g", HobLaneWays.SilverByCopper, "MK", "TR", 1.20, null, "14.08 g", "993 ‰"),
        new("25-13", -221, "hl-56", "63.5 g", HobLaneWays.GoldByNitricStrip, "AV", "TR", 1.10, "1.53 g", "1.47 g", "996 ‰"),
        new("25-14", -203, "hl-57", "88.2 g", HobLaneWays.GoldByNitricStrip, "MK", "MK", 1.05, "2.04 g", "1.97 g", "997 ‰"),
        new("25-15", -188, "hl-57", "83.6 g", HobLaneWays.GoldByNitricStrip, "AV", "MK", 1.15, "1.95 g", "1.87 g", "995 ‰"),
        new("25-16", -171, "hl-58", "122.3 g", HobLaneWays.SilverByCopper, "TR", "TR", 1.10, null, "13.61 g", "991 ‰"),
        new("25-17", -154, "hl-59", "90.4 g", HobLaneWays.GoldByNitricStrip, "AV", "AV", 1.20, "1.88 g", "1.80 g", "996 ‰"),
        new("25-18", -139, "hl-58", "110.0 g", HobLaneWays.SilverByCopper, "MK", "AV", 1.10, null, "12.15 g", "992 ‰"),
        new("25-19", -122, "hl-59", "77.9 g", HobLaneWays.GoldByNitricStrip, "MK", "TR", 1.05, "1.60 g", "1.55 g", null),
        new("25-20", -104, "hl-60", "69.5 g", HobLaneWays.GoldByNitricStrip, "AV", "MK", 1.10, "1.69 g", "1.62 g", "996 ‰"),
        new("25-21", -88, "hl-60", "72.2 g", HobLaneWays.GoldByNitricStrip, "TR", "MK", 1.15, "1.77 g", "1.70 g", "995 ‰"),
        new("25-22", -80, "hl-61", "131.7 g", HobLaneWays.SilverByCopper, "TR", "TR", 1.10, null, "15.02 g", "992 ‰"),
        new("25-23", -66, "hl-62", "64.0 g", HobLaneWays.GoldByNitricStrip, "AV", "TR", 1.10, "1.50 g", "1.44 g", "996 ‰"),
    ];

    private static readonly (string Id, string Title, string Mass, string Metal, string Low, string Likely, string High)[] Lots =
    [
        ("hl-51", "gold-clad contact rings of a paper mill", "113.4 g", "Au", "1.6", "2.1", "2.6"),
        ("hl-52", "silver-tipped leaves of a lift control", "258.7 g", "Ag", "8", "11", "14"),
        ("hl-53", "gold-clad rings of a harbour crane", "144.3 g", "Au", "1.9", "2.4", "3"),
        ("hl-54", "gold-clad pins of a tide gauge", "146.8 g", "Au", "1.3", "1.8", "2.3"),
        ("hl-55", "silver-tipped leaves of a signal box", "199.6 g", "Ag", "10", "14", "17"),
        ("hl-56", "gold-clad rings of a wind vane", "122.3 g", "Au", "1.8", "2.4", "2.9"),
        ("hl-57", "gold-clad pins of a ferry’s switchboard", "171.8 g", "Au", "1.8", "2.3", "2.8"),
        ("hl-58", "silver-tipped leaves of a mill’s relays", "232.3 g", "Ag", "8", "11", "14"),
        ("hl-59", "gold-clad rings of a lighthouse lamp", "168.3 g", "Au", "1.6", "2.1", "2.6"),
        ("hl-60", "gold-clad pins of a weather station", "141.7 g", "Au", "1.9", "2.4", "3"),
        ("hl-61", "silver-tipped leaves of a tram depot", "131.7 g", "Ag", "9", "12", "15"),
        ("hl-62", "gold-clad rings of a quarry’s crane", "64.0 g", "Au", "1.8", "2.3", "2.9"),
    ];

    private const string Tub = "T1";
    private const string Pot = "P1";

    /// <summary>Writes the year: lots a week before their first batch, the batches, and what their leavings went into.</summary>
    public static void Write(Clerk clerk)
    {
        clerk
            .At(-410, 9, 0)
            .By("TR")
            .Write([Entry.PoolStream(Tub)], s => Pooling.Open(s.State, Tub, Tub, "filter tub", "filters of gold work"));
        clerk.Write([Entry.PoolStream(Pot)], s => Pooling.Open(s.State, Pot, Pot, "stock pot", "barren gold liquors"));
        var received = new HashSet<string>();
        foreach (var batch in Batches)
        {
            if (received.Add(batch.Lot))
                Receive(clerk, Lots.First(l => l.Id == batch.Lot), batch.Day - 6);
            Work(clerk, batch);
            if (batch.Way == HobLaneWays.GoldByNitricStrip)
                PutAway(clerk, batch);
            if (batch.Code == "25-11")
                clerk
                    .After(30)
                    .Write([Entry.BatchStream(batch.Code)], s =>
                        PuttingRight.Stand(
                            s.State,
                            s.State.Batches[batch.Code],
                            "the beaker cracked on the plate; what ran into the tray was wiped up and lies in T1"
                        )
                    );
            // The tub was burnt and leached once, in the middle of the year; since then it fills again.
            if (batch.Code == "25-14")
                clerk
                    .At(batch.Day + 9, 15, 0)
                    .By("MK")
                    .Write(Pooling.Streams(clerk.Ledger.State, Tub), s =>
                        Pooling.WorkUp(
                            s,
                            Tub,
                            [
                                new(
                                    "Au",
                                    Mass("0.13 g", 0.01),
                                    QuantityParser.Read("985 ‰", Field.Fineness).Number! with
                                    {
                                        PlusMinus = 0.002,
                                    }
                                ),
                            ],
                            "burnt, leached with bleach and acid, dropped",
                            null
                        )
                    );
        }
    }

    private static void Receive(
        Clerk clerk,
        (string Id, string Title, string Mass, string Metal, string Low, string Likely, string High) lot,
        int day
    )
    {
        TypedNumber Share(string t) => QuantityParser.Read(t + " %", Field.Share).Number!;
        var line = new ContentLine(lot.Metal, Share(lot.Low), Share(lot.Likely), Share(lot.High));
        var gold = lot.Metal == "Au";
        var content = gold
            ? new Content([line, new("Cu", Share("58"), Share("63"), Share("70"), ContentOf.Rest)], "Zn")
            : new Content([line, new("Ni", Share("4"), Share("8"), Share("12"))], "Cu");
        clerk
            .At(day, 11, 0)
            .By("MK")
            .Write([Entry.LotStream(lot.Id)], s =>
                LotDecisions.Receive(
                    s.State,
                    lot.Id,
                    lot.Id.ToUpperInvariant(),
                    lot.Title,
                    gold ? "clad brass" : "silver-tipped copper",
                    Mass(lot.Mass, 0.1),
                    content,
                    null
                )
            );
    }

    private static void PutAway(Clerk clerk, Past batch)
    {
        clerk
            .After(20)
            .Write([Entry.BatchStream(batch.Code), Entry.PoolStream(Tub)], s => Pooling.PutIn(s, Tub, batch.Code, "4-clear", "filter"));
        clerk.Write([Entry.BatchStream(batch.Code), Entry.PoolStream(Pot)], s =>
            Pooling.PutIn(s, Pot, batch.Code, "5-metabisulphite", "barren")
        );
    }

    private static void Work(Clerk clerk, Past batch)
    {
        clerk
            .At(batch.Day, 9, 0)
            .By(batch.First)
            .Write([Entry.BatchStream(batch.Code), Entry.LotStream(batch.Lot)], s =>
                Decisions.Start(
                    s.State,
                    batch.Code,
                    batch.Code,
                    Lots.First(l => l.Id == batch.Lot).Title,
                    batch.Lot,
                    Mass(batch.Mass, 0.05),
                    Routes.Chain(batch.Way),
                    ShelfAtWork.ForPlan(s.State, clerk.Now),
                    0.01,
                    clerk.Now
                )
            );
        var bench = new BatchWriter(clerk, batch.Code);
        var steps = clerk.Ledger.State.Batches[batch.Code].Route.Steps;
        for (var i = 0; i < steps.Count; i++)
        {
            if (i > 0 && i % 2 == 0)
                clerk.NotBefore(batch.Day + i / 2, 9, 20).By(batch.Second);
            bench.Begin(steps[i].Id).AsPlanned(batch.Share);
            if (i == 0 && batch.Mid is { } mid)
                bench.Weigh("foils", mid, 0.02);
            if (i == steps.Count - 1)
                bench.Weigh("bar", batch.Bar, 0.01, batch.Fineness);
            bench.Close();
        }
        clerk
            .After(15)
            .Write([Entry.BatchStream(batch.Code)], s => Decisions.CloseBatch(s, s.State.Batches[batch.Code], clerk.Now, clerk.Initials));
    }

    private static TypedNumber Mass(string text, double plusMinus) => QuantityParser.Read(text, Field.Mass, plusMinus).Number!;
}
