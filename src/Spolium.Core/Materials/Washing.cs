namespace Spolium.Core.Materials;

/// <summary>Washing out what is dissolved (precise rules 2.6). What is adsorbed or occluded does not wash out.</summary>
public static class Washing
{
    /// <summary>Washes with five times the water that the solid holds which bring what is dissolved down to so-many-th, by the least that
    /// a wash may do.</summary>
    /// <param name="over">How many times too much is there.</param>
    public static int Times(double over, Draws draws)
    {
        var once = LeftShare(
            Working.Exact(1, null, Dimension.Volume),
            Working.Exact(Constants.Get("wash-per-heel").Likely, null, Dimension.Volume),
            draws.Prior("wash-mixing"),
            1
        );
        return Math.Max(1, (int)Math.Ceiling(Math.Log(over) / -Math.Log(once.Range.High)));
    }

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
