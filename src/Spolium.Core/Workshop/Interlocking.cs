using Spolium.Core.Journal;
using Spolium.Core.Methods;

namespace Spolium.Core.Workshop;

/// <summary>Whether what locks a dose or a sign holds by what was written down.</summary>
public static class Interlocking
{
    /// <summary>Its reading allows it, or its state was confirmed.</summary>
    public static bool IsOpen(Interlock interlock, StepState? step) =>
        step is not null
        && (
            interlock.State is { } state
                ? step.Signs.ContainsKey(state)
                : step.Readings.FindLast(r => r.Kind == interlock.Reading)?.Value.Value >= interlock.AtLeast
                    || (interlock.AfterOne && step.Pours.All(p => p.DoseId != interlock.DoseId))
        );

    /// <summary>The first that keeps a dose shut; null for none.</summary>
    public static Interlock? Shuts(IReadOnlyList<Interlock> interlocks, string doseId, StepState step) =>
        interlocks.FirstOrDefault(i => i.DoseId == doseId && !IsOpen(i, step));

    /// <summary>The first that keeps a sign from being taken; null for none.</summary>
    public static Interlock? Keeps(IReadOnlyList<Interlock> interlocks, string sign, StepState step) =>
        interlocks.FirstOrDefault(i => i.Sign == sign && !IsOpen(i, step));
}
