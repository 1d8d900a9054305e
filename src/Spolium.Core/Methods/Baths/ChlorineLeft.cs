namespace Spolium.Core.Methods.Baths;

/// <summary>
/// Chlorine that stays dissolved in a bath until somebody has seen that it is off: about 7 g/L at 20 °C and 10 at 10 °C at most. Till then
/// nobody knows, and what never meets chlorine is locked: urea, sulfamic acid and ammonium make nitrogen trichloride of it.
/// </summary>
internal static class ChlorineLeft
{
    /// <summary>The sign that it is off.</summary>
    public const string Off = "chlorine-off";

    private static readonly Species Gas = new("Cl2", Phase.Gas);

    /// <summary>Part of the chlorine in the vessel stays in the liquor; none once it was seen to be off.</summary>
    public static void Stays(StepWork work)
    {
        var chlorine = work.Vessel.Of(Gas);
        if (work.Facts.Saw(Off) || Working.IsNothing(chlorine))
            return;
        var dissolved = (work.Vessel.LiquorVolume(work.Draws) * work.Prior("chlorine-dissolved") / Molar.Mass("Cl2")).Named(
            "chlorine that may stay dissolved"
        );
        var (part, rest) = work.Vessel.Split(s => s == Gas ? Working.Least(Working.Exact(1), Working.Share(dissolved, chlorine)) : null);
        work.Keep(rest.With(new("Cl2", Phase.Aqueous), part.Of(Gas)));
    }
}
