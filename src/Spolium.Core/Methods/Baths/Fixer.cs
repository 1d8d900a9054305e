namespace Spolium.Core.Methods.Baths;

/// <summary>What both ways with spent fixer ask of the liquor.</summary>
internal static class Fixer
{
    public static readonly Species Silver = new("Ag(S2O3)2 3-", Phase.Aqueous);
    public const string Salt = "Na3Ag(S2O3)2";

    public static Refusal[] Objections(Charge charge) =>
        [
            .. new[]
            {
                Methods.Objections.When(
                    charge.Of(Silver).Likely <= 0,
                    "there is no silver held by thiosulphate in it",
                    "this is for spent fixer; use salt or copper for nitrate liquors"
                ),
                Methods.Objections.When(
                    charge.Of(Species.Proton).Range.High > 1e-3,
                    "acid in fixer gives sulphur and sulphur dioxide",
                    "bring it to pH 4 to 6.5 with soda first"
                ),
                Methods.Objections.When(
                    charge.Of(new("ClO-", Phase.Aqueous)).Range.High > 1e-4,
                    "bleach with fixer makes chloramines",
                    "never pour bleach into fixer"
                ),
            }.OfType<Refusal>(),
        ];

    public static readonly Interlock Ph = new("", "pH", 4, "Read the pH first: below 4 fixer falls apart to sulphur and sulphur dioxide.");
}
