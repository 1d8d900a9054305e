using Spolium.Core.Deciding;
using Spolium.Core.Quantities;
using Spolium.Core.Records;

namespace Spolium.Demo;

/// <summary>Lots sorted and pooled, kinds and prices of the shop.</summary>
public static partial class DemoShop
{
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
}
