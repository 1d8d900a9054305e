using Spolium.Core.Deciding;
using Spolium.Core.Quantities;
using Spolium.Core.Records;

namespace Spolium.Golden;

/// <summary>Lots of every kind.</summary>
public sealed partial class GoldenShop
{
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
}
