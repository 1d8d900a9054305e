namespace Spolium.Core.Methods.Baths;

/// <summary>Pieces of no metal that lie in a bath (boards, ceramic bodies): the room that they take, and the liquid that they
/// hold.</summary>
internal static class Pieces
{
    // g/mL of the stuff itself, glass-filled resin to ceramic.
    private static readonly Working Solid = Constants.Get("pieces-density");

    /// <summary>mL that stand in the vessel: the liquor with the pieces in it, and never less than the pieces fill by themselves.</summary>
    public static Working Room(Charge charge, Working liquor, Draws draws) =>
        Working.IsNothing(charge.Unknown)
            ? liquor
            : Working
                .Greatest(liquor + charge.Unknown / Solid, charge.Unknown / draws.Prior("bulk-pieces"))
                .Named("room of liquor and pieces");

    /// <summary>mL of liquid in the gaps between pieces, which are covered then.</summary>
    public static Working Gaps(Charge charge, Draws draws) =>
        Working.IsNothing(charge.Unknown)
            ? Working.Zero(Dimension.Volume)
            : Working
                .AtLeastZero(charge.Unknown / draws.Prior("bulk-pieces") - charge.Unknown / Solid)
                .Named("volume that fills the gaps between the pieces");

    /// <summary>mL of liquid that a drained residue holds: fine metal more than pieces.</summary>
    public static Working Heel(StepWork work)
    {
        var fine = (work.Vessel.Solids().Named("residue") * work.Prior("heel-residue")).Named("liquid held by the residue");
        var unknown = work.Vessel.Unknown;
        return Working.IsNothing(unknown)
            ? fine
            : (fine + unknown.Named("pieces") * work.Prior("heel-pieces")).Named("liquid held by the residue and its pieces");
    }
}
