using Spolium.Core.Methods;

namespace Spolium.Core.Reconciling;

/// <summary>A pour that is asked about for what it does in the vessel: it foams over, warms too far, or boils over. Any other is
/// ordinary.</summary>
public static class TooMuchAtOnce
{
    /// <summary>More at once than the vessel bears: it would foam over, or warm too far.</summary>
    public static FieldError? Of(Dose dose, double grams)
    {
        if (dose.AtOnce is not { } most || grams <= (1 + AtOnceSpare) * most.Grams)
            return null;
        var times = grams / most.Grams;
        var (share, unit) = dose.Bottle.DensityGPerMl is { } density ? (most.Grams / density, "mL") : (most.Grams, "g");
        return new(
            "amount",
            most.ByFoam
                ? $"all at once it may foam over: it is {FigureText.Number(times, 1)} times what the head room bears"
                : $"all at once it may warm by {FigureText.Number(times * Constants.Get("portion-warming").Likely, 0)} K",
            $"pour {FigureText.Number(share, share < 10 ? 2 : 0)} {unit} at most and wait for it; if it went in already, or must, say why"
        );
    }

    /// <summary>It stands too near to boiling for a portion that warms it.</summary>
    /// <param name="readC">The last reading, °C; null for none.</param>
    public static FieldError? Hot(StepPlan plan, Dose dose, double grams, double? readC) =>
        readC is { } now && plan.PourBelowC is { } below && now > below && grams * dose.AtOnce?.WarmsPerG > StepPlan.HardlyWarmsK
            ? new(
                "amount",
                $"it was {FigureText.Number(now, 0)} °C at the last reading: so near to boiling, a portion that warms it boils it over",
                $"let it cool below {FigureText.Number(below, 0)} °C and log that; if it went in already, say why"
            )
            : null;

    // A portion is measured no closer.
    private const double AtOnceSpare = 0.1;
}
