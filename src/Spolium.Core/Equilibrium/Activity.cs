namespace Spolium.Core.Equilibrium;

public enum ActivityModel
{
    /// <summary>All coefficients 1: for checks alone.</summary>
    Ideal,

    /// <summary>Davies as it stands, at any ionic strength: what the reference cases go by.</summary>
    Davies,

    /// <summary>Davies held where its curve would turn up again: what the shop goes by.</summary>
    Shop,

    /// <summary>Specific ion interaction, where the main pairs are listed.</summary>
    Interaction,
}

/// <summary>Activity coefficients of dissolved species, and the activity of the water.</summary>
public static class Activity
{
    private const double Davies = 0.3;
    private const double OfNeutral = 0.1;
    private const double Around = 1.5;
    private const double WaterPerMole = 0.017;
    private const double MolesOfWater = 55.508;

    /// <summary>Ionic strength at which the curve of a charged species in Davies' equation turns: where
    /// 2 √I (1 + √I)² × 0.3 = 1.</summary>
    public const double Turns = 0.39498;

    private static readonly double Ten = Math.Log(10);

    /// <summary>kg/mol by cation and anion.</summary>
    private static readonly IReadOnlyDictionary<(string Cation, string Anion), double> Pairs = ReferenceTable
        .Read(
            "ion-interaction.csv",
            r => (Key: (r.Text("cation"), r.Text("anion")), Value: r.Number("epsilon_kg_per_mol")),
            "cation",
            "anion"
        )
        .ToDictionary(r => r.Key, r => r.Value);

    public static double Pair(string cation, string anion) => Pairs.GetValueOrDefault((cation, anion));

    /// <summary>Debye and Hückel's A, kg^½ mol^−½, at a temperature in °C: 0.51 at 25, else by the density and the permittivity of water
    /// (Malmberg and Maryott, J. Res. NBS 56 (1956) 1).</summary>
    public static double DebyeHueckel(double celsius)
    {
        static double Permittivity(double t) => 87.740 - 0.40008 * t + 9.398e-4 * t * t - 1.410e-6 * t * t * t;
        static double Of(double t) => Math.Sqrt(Solutions.MixedLiquor.Water(t)) / Math.Pow(Permittivity(t) * (t + 273.15), 1.5);
        return 0.51 * Of(celsius) / Of(25);
    }

    /// <summary>ln γ of every species and ln of the water's activity, of these molalities.</summary>
    /// <param name="pairs">Index of cation and anion with their ε, kg/mol.</param>
    /// <param name="beside">What is dissolved beside them and forms nothing.</param>
    internal static (double IonicStrength, double LnWater) Of(
        ActivityModel model,
        double a,
        ReadOnlySpan<int> charges,
        ReadOnlySpan<double> molalities,
        Bystanders beside,
        IReadOnlyList<(int Cation, int Anion, double Epsilon)> pairs,
        Span<double> lnGamma
    )
    {
        var (strength, sum) = (beside.IonicStrength, beside.Molality);
        for (var i = 0; i < charges.Length; i++)
        {
            strength += 0.5 * molalities[i] * charges[i] * charges[i];
            sum += molalities[i];
        }
        lnGamma.Clear();
        if (model == ActivityModel.Ideal)
            return (strength, 0);
        var held = model == ActivityModel.Shop ? Math.Min(strength, Turns) : strength;
        var root = Math.Sqrt(held);
        if (model != ActivityModel.Interaction)
        {
            var perCharge = -a * (root / (1 + root) - Davies * held) * Ten;
            for (var i = 0; i < charges.Length; i++)
                lnGamma[i] = charges[i] == 0 ? OfNeutral * held * Ten : perCharge * charges[i] * charges[i];
            return (strength, Math.Log(Math.Max(1 - WaterPerMole * sum, LeastWater)));
        }
        var d = a * root / (1 + Around * root);
        for (var i = 0; i < charges.Length; i++)
            lnGamma[i] = -Ten * d * charges[i] * charges[i];
        var products = 0.0;
        foreach (var (cation, anion, epsilon) in pairs)
        {
            lnGamma[cation] += Ten * epsilon * molalities[anion];
            lnGamma[anion] += Ten * epsilon * molalities[cation];
            products += epsilon * molalities[cation] * molalities[anion];
        }
        if (sum <= 0)
            return (strength, 0);
        var x = 1 + Around * root;
        var osmotic = 1 + Ten / sum * (products - 2 * a / (Around * Around * Around) * (x - 1 / x - 2 * Math.Log(x)));
        return (strength, -osmotic * sum / MolesOfWater);
    }

    private const double LeastWater = 0.05;
}
