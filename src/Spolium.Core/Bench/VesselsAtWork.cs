using Spolium.Core.Journal;
using Spolium.Core.Vessels;

namespace Spolium.Core.Bench;

/// <summary>The vessels that plans choose from: the shop's own, or the usual beakers while it has named none.</summary>
public static class VesselsAtWork
{
    public static IReadOnlyList<Vessel> Of(State state) => state.Vessels.IsEmpty ? Vessel.Beakers : [.. state.Vessels.Values.Select(v => v.Kind).Distinct().OrderBy(v => v.NominalMl)];
}
