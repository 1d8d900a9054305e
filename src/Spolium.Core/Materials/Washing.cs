namespace Spolium.Core.Materials;

/// <summary>Washing out what is dissolved (precise rules 2.6). What is adsorbed or occluded does not wash out.</summary>
public static class Washing
{
    /// <summary>Share of the dissolved matter that is left after n equal washes: (r/(r + η w))^n.</summary>
    /// <param name="held">Liquid held back by the solid, mL.</param>
    /// <param name="wash">Water of one wash, mL.</param>
    /// <param name="mixing">How well a wash mixes, 0 to 1.</param>
    public static Working LeftShare(Working held, Working wash, Working mixing, int times)
    {
        var once = Working.Share(held, held + mixing * wash);
        return Enumerable.Range(1, times - 1).Aggregate(once, (left, _) => left * once);
    }
}
