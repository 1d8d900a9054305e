namespace Spolium.Core.Methods.Baths;

/// <summary>What the ways from silver chloride to silver ask and give alike.</summary>
internal static class ChlorideToSilver
{
    public static readonly Species Chloride = new("AgCl", Phase.Solid);
    public static readonly Species Silver = new("Ag", Phase.Solid);

    public static readonly EndSign NoWhite = new(
        "no-white-core",
        "pressed with a rod: no white inside",
        "a grey skin over white: crush the lumps"
    );
    public static readonly EndSign ClearInNitric = new(
        "clear-in-nitric",
        "a pinch, washed, dissolves clear in nitric acid",
        "a cloud is chloride that is left, or the wash: wash it free first"
    );

    public static Refusal? NoChloride(Charge charge) =>
        Methods.Objections.When(
            charge.Of(Chloride).Likely <= 0,
            "there is no silver chloride in it",
            "bring the silver down as chloride first"
        );

    /// <summary>What speaks against a metal in acid on the cake.</summary>
    public static Refusal[] Objections(Charge charge, string metal) =>
        Methods.Objections.Among(
            NoChloride(charge),
            Methods.Objections.When(
                charge.Marks.Contains("arsenic"),
                $"arsenic or antimony with {metal} and acid give arsine",
                "use caustic and sugar"
            ),
            Methods.Objections.When(
                charge.Grams(Species.Nitrate).Range.High > 1,
                $"nitrate in the cake eats {metal} and dissolves silver again",
                "wash it free of nitrate first"
            )
        );

    public static (Charge Silver, Charge Liquor) Part(StepWork work) => work.Decant(work.Vessel.Grams(Silver) * work.Prior("heel-sponge"));

    public static Working[] Figures(StepWork work, Charge charge) =>
        [
            charge.Element("Ag").Named("silver in the chloride"),
            work.Vessel.Grams(Silver).Named("silver to come (inferred, not seen)"),
            work.Vessel.Grams(Chloride).Named("silver chloride left in it"),
        ];
}
