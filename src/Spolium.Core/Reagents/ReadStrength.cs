using Spolium.Core.Solutions;

namespace Spolium.Core.Reagents;

/// <summary>A strength that was found from readings, as a bottle keeps it.</summary>
public static class ReadStrength
{
    private const double RoomC = 20;

    /// <summary>The believed strength with its ±; density at 20 °C by the table of that strength.</summary>
    /// <exception cref="ArgumentException">The readings gave no strength.</exception>
    public static StrengthTest AsTest(this StrengthFound found, string how, IReadOnlyList<TypedNumber> readings)
    {
        var strength = found.Believed ?? throw new ArgumentException("The readings gave no strength.", nameof(found));
        return new(
            strength.Likely,
            strength.Range.Width / 2,
            DensityTable.BySolute[found.Solute].Density(strength.Likely * 100, RoomC),
            how,
            readings
        );
    }
}
