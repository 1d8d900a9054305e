using Spolium.Core.Deciding;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Solutions;

namespace Spolium.Demo;

/// <summary>What stands on the shelf, and what the lots came with.</summary>
public static partial class DemoShop
{
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
        ContentLine In(string element, string low, string likely, string high) =>
            new(element, PerLitre(low + " g/L"), PerLitre(likely + " g/L"), PerLitre(high + " g/L"));
        clerk
            .At(7, 12, 0)
            .By("TR")
            .Write([Entry.LotStream("hl-10")], s =>
                LotDecisions.Receive(
                    s.State,
                    "hl-10",
                    "HL-10",
                    "blue liquor of relay contacts, silver salted out",
                    "spent liquor",
                    QuantityParser.Read("7.5 L", Field.Volume, 100).Number!,
                    new(
                        [
                            In("Cu", "18.4", "20.1", "21.9"),
                            In("Zn", "4.1", "5.1", "6.1"),
                            In("Ni", "2.4", "2.8", "3.3"),
                            In("Fe", "0", "0.4", "1.1"),
                            In("Ag", "0", "0.005", "0.016"),
                        ],
                        null,
                        LiquorKind.Nitrate,
                        QuantityParser.Read("0.2 mol/L", Field.Molarity, 0.07).Number!
                    ),
                    null
                )
            );
    }
}
