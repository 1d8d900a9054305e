namespace Spolium.Core.Chemistry;

/// <summary>Silver as chloride (precise rules 2.8): n(Cl) = n(Ag) + c_x V_end.</summary>
public static class SilverChlorideReactions
{
    public static readonly Reaction Falls = Reaction.Of("AgNO3 + HCl = AgCl + HNO3");

    /// <summary>The same by salt.</summary>
    public static readonly Reaction FallsBySalt = Reaction.Of("AgNO3 + NaCl = AgCl + NaNO3");

    /// <summary>Whatever brings the chloride.</summary>
    public static readonly Reaction FallsAsIons = Reaction.Of("Ag+ + Cl- = AgCl");

    /// <summary>Moles of chloride to pour.</summary>
    /// <param name="silver">Moles of silver in solution.</param>
    /// <param name="excess">Free chloride wanted at the end, mol/mL.</param>
    /// <param name="endVolume">mL at the end.</param>
    public static Working Chloride(Working silver, Working excess, Working endVolume) =>
        silver + (excess * endVolume).Named("free chloride at the end");

    /// <summary>Ag2O from chloride: 2 AgCl + 2 NaOH → Ag2O + 2 NaCl + H2O</summary>
    public static readonly Reaction ToOxide = Reaction.Of("AgCl + NaOH = Ag2O + NaCl + H2O");

    /// <summary>Ag2O + C6H12O6 + NaOH → 2 Ag + C6H11O7Na + H2O</summary>
    public static readonly Reaction BySugar = Reaction.Of("Ag2O + C6H12O6 + NaOH = Ag + C6H11O7Na + H2O");

    /// <summary>2 AgCl + Zn → 2 Ag + ZnCl2</summary>
    public static readonly Reaction ByZinc = Reaction.Of("AgCl + Zn = Ag + ZnCl2");

    /// <summary>2 AgCl + Fe → 2 Ag + FeCl2</summary>
    public static readonly Reaction ByIron = Reaction.Of("AgCl + Fe = Ag + FeCl2");
}
