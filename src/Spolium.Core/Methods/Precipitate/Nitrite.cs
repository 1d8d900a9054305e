namespace Spolium.Core.Methods.Precipitate;

/// <summary>
/// 2 HAuCl4 + 3 NaNO2 + 3 H2O → 2 Au + 3 NaNO3 + 8 HCl (<see cref="GoldDown"/>): 0.525 g by the equation. Platinum metals stay, and
/// no sulphur comes along; but free acid turns the surplus to brown gas, and nitrate is made, which takes the gold back when it is warm.
/// </summary>
/// <remarks>
/// Two schools: into the acid liquor as it is, with brown gas and much surplus; or the free acid blunted with soda first. Ammonium, which
/// sulfamic acid leaves behind, makes nitrogen in a rush with it; sulfamic acid and urea eat it: they belong behind it, once the gold is
/// filtered off.
/// </remarks>
public sealed class Nitrite : IMethod
{
    private static readonly Reaction Blunts = Reaction.Of("Na2CO3 + HCl = NaCl + CO2 + H2O");

    private static readonly GoldDown Down = new()
    {
        Salt = "NaNO2",
        DoseId = "nitrite",
        In = "NaNO2",
        Precipitation = Reaction.Of("HAuCl4 + NaNO2 + H2O = Au + NaNO3 + HCl"),
        // 3 HNO2 → HNO3 + 2 NO + H2O
        Surplus = Reaction.Of("NaNO2 + HCl = NaCl + HNO3 + NO + H2O"),
        WaterPerGram = 2,
        SettleRate = "settle-rate",
        Conditions = ["cold, stirred, in the hood: brown gas with every portion", "let it stand ten minutes before you test"],
        IfFoams = "If it foams now: no more nitrite, stir, a squirt of cold water. Brown gas is the surplus that acid destroys.",
    };

    public MethodCard Card { get; } =
        GoldDown.Card(
            id: "nitrite",
            version: 1,
            title: "Bring the gold down with sodium nitrite",
            reagents: ["NaNO2", "Na2CO3", "H2O"],
            place: 5
        );

    public IReadOnlyList<OptionSpec> Options =>
        [
            GoldDown.School(
                "0.8",
                0.53,
                3,
                "1.5 times what the equation takes. In much free acid most of the surplus goes off as brown gas."
            ),
            new(
                "acid",
                "Free acid",
                "blunted",
                [("blunted", "blunted with soda first"), ("kept", "kept as it is")],
                Tip: "Blunted, less nitrite is lost and less brown gas comes. Kept, nothing else falls with the gold."
            ),
            GoldDown.Finish,
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var why = Objections.Among(
            Objections.When(
                Objections.Holds(charge, "nitrite-ammonium"),
                "ammonium is in the liquor (sulfamic acid leaves it): with nitrite it makes nitrogen in a rush",
                "boil the nitric acid off instead of sulfamic acid, or take another salt"
            ),
            Objections.When(
                Objections.Holds(charge, "nitrite-sulfamic"),
                "sulfamic acid or urea is in the liquor: it eats the nitrite and foams over",
                "boil the nitric acid off instead, or take another salt; they belong behind the nitrite"
            )
        );
        return why.Length > 0
            ? StepPlan.Refuse(this, charge, why)
            : Down.Plan(
                this,
                charge,
                options,
                shop,
                facts,
                draws,
                "Nitrite, dissolved,",
                [.. Cautions(charge)],
                options.Text("acid") == "blunted" ? Blunt : null
            );
    }

    private static void Blunt(StepWork work)
    {
        var stays = Constants.Get("nitrite-free-acid") * work.Vessel.LiquorVolume(work.Draws);
        // Each gold chloride holds a proton of its own, which is no free acid.
        var free = Working
            .AtLeastZero(work.Vessel.Of(Species.Proton) - work.Vessel.Of(Species.GoldChloride) - stays)
            .Named("free acid to blunt");
        if (free.Likely <= 0)
            return;
        work.Decided(
            "soda",
            "Na2CO3",
            Molar.Grams(free / 2, "Na2CO3").Named("soda by the equation"),
            "in pinches, stirred, each after the last has gone quiet; stop when one brings no fizz at once"
        );
        work.React(Blunts, Working.Least(work.Vessel.Of(new("Na2CO3", Phase.Solid)), free / 2));
    }

    private static IEnumerable<Caution> Cautions(Charge charge)
    {
        yield return new(
            CautionLevel.Look,
            "Nitrate is made: keep it cold and wash the powder soon. Warm, the liquor takes the gold back."
        );
        yield return new(
            CautionLevel.Look,
            "What nitrite is left dies by a pinch of sulfamic acid at a time in the barren liquor, once the gold is filtered off."
        );
        if (
            Molar.Grams(charge.Of(Species.Nitrate), "HNO3").Likely
            > Constants.Get("nitrite-nitric-left").Likely * Molar.Grams(charge.Of(Species.GoldChloride), "Au").Likely
        )
            yield return new(
                CautionLevel.Stop,
                "Nitric acid is left, and nitrite does not take it: boil it off first, or the gold goes back."
            );
    }
}
