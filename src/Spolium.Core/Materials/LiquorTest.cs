namespace Spolium.Core.Materials;

/// <summary>What a liquor holds by the drop beside drop.</summary>
public static class LiquorTest
{
    /// <summary>Grams of the metal in the liquor.</summary>
    /// <param name="name">Names the draws.</param>
    public static Working Grams(this LiquorBracket test, string name, Draws draws)
    {
        var perLitre = Working.Given(
            draws.Uniform(name, test.Low.Value, test.High.Value),
            Dimension.Density,
            $"{Chemistry.Elements.Of(test.Element).Name} by the drop, g/L",
            $"between the standards {test.Low.Text} and {test.High.Text}: any between is as good"
        );
        var ml = Working.Given(
            draws.Reading(name + " volume", test.Volume.Value, test.Volume.Sigma),
            Dimension.Volume,
            "volume of the liquor",
            test.Volume.Text
        );
        return (perLitre * ml / 1000).Named($"{Chemistry.Elements.Of(test.Element).Name} in the liquor, by the drop");
    }
}
