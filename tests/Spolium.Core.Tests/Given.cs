using CsCheck;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Demo;

namespace Spolium.Core.Tests;

/// <summary>Sample lots and plans that many tests start from.</summary>
internal static class Given
{
    public static TypedNumber Share(double percent) => TypedNumber.Of(percent / 100, Field.Share, "%");

    public static TypedNumber Grams(double grams, double plusMinus = 0) => TypedNumber.Of(grams, Field.Mass, "g", plusMinus);

    public static Gen<T> OneOf<T>(params T[] all) => Gen.Int[0, all.Length - 1].Select(i => all[i]);

    /// <summary>HL-1: gold clad on brass; all in one certain number when low = likely = high.</summary>
    public static Content Hl1(double goldLow = 1.6, double gold = 2.1, double goldHigh = 2.7, bool copperSure = false) =>
        new(
            [
                new("Au", Share(goldLow), Share(gold), Share(goldHigh)),
                new("Cu", Share(copperSure ? 63 : 58), Share(63), Share(copperSure ? 63 : 70), ContentOf.Rest),
            ],
            "Zn"
        );

    public static Charge Charge(Content content, double grams, string owner = "HL-1") =>
        content.ToCharge(Working.Given(grams, Dimension.Mass, "lot", "weighed"), new Draws(owner));

    /// <summary>A charge of pure metals in grams, certain.</summary>
    public static Charge Metals(params (string Element, double Grams)[] metals) =>
        metals.Aggregate(Core.Materials.Charge.Empty, (c, m) =>
            c.With(
                new(m.Element, Core.Chemistry.Phase.Solid),
                Core.Chemistry.Molar.Moles(Working.Given(m.Grams, Dimension.Mass, m.Element, "test"), m.Element)
            )
        );

    public static BatchPlan Plan(Charge feed, IReadOnlyDictionary<string, Facts>? facts = null, string owner = "HL-1") =>
        facts is null
            ? Planner.Fold(feed, Routes.Chain(HobLaneWays.GoldByNitricStrip), Shop.Usual, new Draws(owner))
            : Planner.Fold(feed, Routes.Chain(HobLaneWays.GoldByNitricStrip), Shop.Usual, facts, new Draws(owner));

    public static StepPlan Step(
        string method,
        Charge charge,
        Facts? facts = null,
        Dictionary<string, string>? options = null,
        Shop? shop = null
    )
    {
        var m = MethodCatalogue.Of(method);
        return m.Plan(charge, new StepOptions(m, options ?? []), shop ?? Shop.Usual, facts ?? Facts.None, new Draws("test"));
    }

    public static Facts Poured(string dose, string bottle, params double[] grams) =>
        Facts.None with
        {
            Begun = true,
            Pours = [.. grams.Select((g, i) => new Pour(dose, bottle, g, DateTimeOffset.UnixEpoch.AddMinutes(10 * i), $"e{i}"))],
            AsOf = DateTimeOffset.UnixEpoch.AddMinutes(10 * grams.Length),
        };
}
