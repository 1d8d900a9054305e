using Spolium.Core.Journal;
using Spolium.Core.Vessels;

namespace Spolium.Core.Workshop;

/// <summary>The vessels that plans choose from: the shop's own, or the usual beakers and buckets while it has named none.</summary>
public static class VesselsAtWork
{
    public static IReadOnlyList<Vessel> Of(State state) =>
        state.Vessels.Values.Where(v => v.Kind.IsForWork).Select(v => v.Kind).Distinct().OrderBy(v => v.NominalMl).ToList()
            is { Count: > 0 } own
            ? own
            : Vessel.Usual;
}
