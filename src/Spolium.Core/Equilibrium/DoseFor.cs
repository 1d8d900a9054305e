namespace Spolium.Core.Equilibrium;

/// <summary>How much of a reagent brings a liquor to a pH.</summary>
/// <param name="Dose">Moles of it to a kilogram of water; null where no dose does.</param>
/// <param name="PH">There; where no dose reaches it, the nearest that one does.</param>
public sealed record DoseFor(double? Dose, double PH)
{
    private const double Least = 1e-6;

    // More of it than this to a kilogram of water is no liquor any more.
    private const double Most = 30;
    private const double Near = 1e-4;
    private const int Halvings = 60;

    /// <param name="asked">What is there before it.</param>
    /// <param name="reagent">Moles of each component in one of it.</param>
    public static DoseFor Reaching(EquilibriumAsked asked, IReadOnlyDictionary<string, double> reagent, double target)
    {
        double At(double dose) =>
            Speciation
                .Of(
                    asked with
                    {
                        Totals = asked
                            .Totals.Keys.Union(reagent.Keys)
                            .ToDictionary(k => k, k => asked.Totals.GetValueOrDefault(k) + dose * reagent.GetValueOrDefault(k)),
                    }
                )
                .PH;
        var start = At(0);
        var up = target >= start;
        var (low, nearest) = (0.0, start);
        for (var dose = Least; dose <= Most; low = dose, dose *= 2)
        {
            var here = At(dose);
            nearest = up ? Math.Max(nearest, here) : Math.Min(nearest, here);
            if (up ? here < target : here > target)
                continue;
            var high = dose;
            for (var i = 0; i < Halvings && high - low > Near * high; i++)
                if (At((low + high) / 2) is var middle && (up ? middle < target : middle > target))
                    low = (low + high) / 2;
                else
                    high = (low + high) / 2;
            return new(high, At(high));
        }
        return new(null, nearest);
    }
}
