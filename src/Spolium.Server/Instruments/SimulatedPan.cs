namespace Spolium.Server.Instruments;

/// <summary>
/// The pan of a balance that does not exist: what lies on it, a little noise, a slow drift, a tare, and a display that is steady only when
/// the pan has come to rest. Time and chance are given from outside, so that a test can repeat it.
/// </summary>
public sealed class SimulatedPan(Random chance)
{
    /// <summary>Display step, g.</summary>
    public const double Step = 0.01;

    /// <summary>Most that it carries, g.</summary>
    public const double Most = 2200;

    private const double NoiseG = 0.003;
    private const double DriftGPerHour = 0.02;

    // Time in which the pan covers all but a third of the way to a new load.
    private static readonly TimeSpan Settling = TimeSpan.FromMilliseconds(250);
    private const double RestG = 0.02;

    private readonly Lock gate = new();
    private double load;
    private double shown;
    private double tare;
    private double drift;

    public void Load(double grams)
    {
        lock (gate)
            load = Math.Clamp(grams, 0, Most);
    }

    public void Tare()
    {
        lock (gate)
            tare = shown + drift;
    }

    /// <summary>What the display shows after so much time.</summary>
    public BalanceReading After(TimeSpan passed)
    {
        lock (gate)
        {
            shown += (load - shown) * (1 - Math.Exp(-passed / Settling));
            drift += DriftGPerHour * passed.TotalHours;
            var seen = shown + drift - tare + NoiseG * (chance.NextDouble() + chance.NextDouble() - 1);
            return new(Math.Round(seen / Step) * Step + 0.0, Math.Abs(load - shown) < RestG / 2, Step);
        }
    }
}
