using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Records;

namespace Spolium.Golden;

/// <summary>Charges that methods may meet, and options by a number: what laws over all methods and the recorded answers draw
/// from.</summary>
public static class RandomSteps
{
    public const int Kinds = 13;

    /// <summary>A charge of a kind: alloys, liquors of gold and of silver, cakes, powders.</summary>
    /// <param name="kind">From 0 to <see cref="Kinds"/> − 1.</param>
    /// <param name="au">Grams, as the other metals.</param>
    /// <param name="acid">mol of free acid.</param>
    public static Charge Charge(int kind, double au, double ag, double cu, double other, double acid, int seed)
    {
        var draws = new Draws("random " + seed);
        Working G(double g, string e) =>
            Working.Given(draws.Spread("content " + e, new(0.8 * g, g, 1.3 * g), Spread.Positive), Dimension.Mass, e, "test");
        Working Ml(double ml) => Working.Given(draws.Reading("volume", ml, 0.01 * ml), Dimension.Volume, "volume", "test");
        Working Mol(double n) =>
            Working.Given(draws.Spread("acid", new(0.7 * n, n, 1.5 * n), Spread.Positive), Dimension.Substance, "acid", "test");
        Charge Solid(params (string Formula, double Grams)[] all) =>
            all.Where(a => a.Grams > 0)
                .Aggregate(Core.Materials.Charge.Empty, (c, a) =>
                    c.With(new(a.Formula, Phase.Solid), Molar.Moles(G(a.Grams, a.Formula), a.Formula))
                );
        return kind switch
        {
            0 => Solid(("Au", au), ("Ag", 0.02 * au), ("Cu", cu), ("Zn", other), ("Ni", 0.3 * other)).WithUnknown(G(0.1 + other, "rest")),
            1 => Solid(("Ag", ag), ("Cu", 0.1 * cu), ("Ni", other), ("Au", 0.02 * ag)),
            2 => LiquorFeed
                .Of(
                    LiquorKind.Chloride,
                    Ml(100 + 20 * au),
                    [("Au", G(au, "Au")), ("Cu", G(0.02 * cu, "Cu")), ("Fe", G(0.1 * other, "Fe"))],
                    Mol(0.1 + acid),
                    draws
                )
                .Dissolve("HNO3", Mol(0.1 * acid)),
            3 => LiquorFeed.Of(LiquorKind.Nitrate, Ml(100 + 10 * ag), [("Ag", G(ag, "Ag")), ("Cu", G(0.3 * ag, "Cu"))], Mol(acid), draws),
            4 => LiquorFeed.Of(LiquorKind.Fixer, Ml(1000), [("Ag", G(0.5 + 0.1 * ag, "Ag"))], Working.Zero(Dimension.Substance), draws),
            5 => Solid(("AgCl", ag)).With(Species.Water, Mol(ag / 18)).Dissolve("HCl", Mol(0.001 * ag)),
            6 => Solid(("Au", au), ("AgCl", 0.03 * au), ("CuO", other), ("Fe2O3", 0.1 * other)),
            7 => LiquorFeed.Of(LiquorKind.Sulphate, Ml(100 + 20 * cu), [("Cu", G(cu, "Cu"))], Mol(0.05 * acid), draws),
            8 => LiquorFeed.Of(LiquorKind.Nitrate, Ml(50 + 5 * cu), [("Cu", G(cu, "Cu")), ("Ni", G(other, "Ni"))], Mol(0.1 * acid), draws),
            9 => LiquorFeed
                .Of(LiquorKind.Chloride, Ml(500), [("Cu", G(0.1 * cu, "Cu"))], Mol(0.1 * acid), draws)
                .With(new("Cl2", Phase.Aqueous), Mol(0.02))
                .With(new("H2O2", Phase.Aqueous), Mol(0.01)),
            10 => LiquorFeed
                .Of(LiquorKind.Nitrate, Ml(200), [("Ag", G(0.1 * ag, "Ag"))], Working.Zero(Dimension.Substance), draws)
                .With(new("NH3", Phase.Aqueous), Mol(0.5)),
            11 => Core.Materials.Charge.Empty.With(Species.Water, Mol(20)).Dissolve("Na2S", Mol(0.1)),
            _ => Core.Materials.Charge.Empty.With(Species.Water, Mol(20)).Dissolve("Na2S", Mol(0.1)).Dissolve("Na2S2O3", Mol(0.05)),
        };
    }

    /// <summary>One choice of each option that has choices.</summary>
    public static StepOptions Options(IMethod method, int seed) =>
        new(
            method,
            method
                .Options.Where(o => o.Choices.Count > 0)
                .Select((o, i) => (o.Id, o.Choices[(seed / (i + 1)) % o.Choices.Count].Value))
                .ToDictionary(o => o.Id, o => o.Value)
        );
}
