using System.Globalization;

namespace Spolium.Server.Instruments;

/// <summary>The lines that a balance and Spolium exchange; described in docs/instruments.md.</summary>
internal static class LineProtocol
{
    public const string Tare = "tare";
    private const string Load = "load ";

    /// <summary>"41.27 g 0.01 steady"</summary>
    public static string Write(BalanceReading r) =>
        string.Create(CultureInfo.InvariantCulture, $"{r.Grams:0.000} g {r.Step:0.000} {(r.Steady ? "steady" : "moving")}");

    /// <summary>Null for a line that is no reading.</summary>
    public static BalanceReading? Read(string line)
    {
        var parts = line.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return parts is [var grams, "g", var step, "steady" or "moving"] && Number(grams) is { } g && Number(step) is { } s
            ? new(g, parts[3] == "steady", s)
            : null;
    }

    public static string WriteLoad(double grams) => string.Create(CultureInfo.InvariantCulture, $"{Load}{grams:0.000}");

    /// <summary>Grams to put on the pan of a simulated balance; null for any other line.</summary>
    public static double? ReadLoad(string line) => line.StartsWith(Load, StringComparison.Ordinal) ? Number(line[Load.Length..]) : null;

    private static double? Number(string text) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var x) && double.IsFinite(x) ? x : null;
}
