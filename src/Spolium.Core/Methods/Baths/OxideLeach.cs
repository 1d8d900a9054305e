using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;

namespace Spolium.Core.Methods.Baths;

/// <summary>Acid on oxides and on the metals that acid alone takes; gold stays. What the leaches by hydrochloric and by sulphuric acid
/// share.</summary>
internal static class OxideLeach
{
    /// <summary>Nickel and cobalt metal dissolve in acid alone only in part.</summary>
    private static readonly string[] Slow = ["Ni", "Co"];

    /// <summary>What the acid takes of a charge: each substance with its reaction and the moles that dissolve.</summary>
    /// <param name="reactions">By formula of the solid.</param>
    public static List<(string Formula, Reaction Reaction, Working Moles)> Takes(
        Charge charge,
        IReadOnlyDictionary<string, Reaction> reactions,
        Draws draws
    ) =>
        [
            .. charge
                .Moles.Where(m => m.Key.Phase == Phase.Solid && reactions.ContainsKey(m.Key.Formula))
                .Select(m =>
                    (
                        m.Key.Formula,
                        reactions[m.Key.Formula],
                        (m.Value * (Slow.Contains(m.Key.Formula) ? draws.Prior("leach-slow-metal") : draws.Prior("leach-yield"))).Named(
                            $"{m.Key.Formula} that dissolves"
                        )
                    )
                ),
        ];

    /// <summary>Moles of acid that they take by the equations.</summary>
    public static Working Acid(IEnumerable<(string Formula, Reaction Reaction, Working Moles)> takes, string acid) =>
        Working
            .Sum(takes.Select(t => t.Reaction.Need(t.Moles, t.Formula, acid).Named($"acid for the {t.Formula}")), Dimension.Substance)
            .Named("acid by the equations");
}
