namespace Spolium.Core.Plans;

/// <summary>How fine a bar is that nobody assayed: each metal by its own bars.</summary>
public static class BarFineness
{
    /// <summary>Prior of the fineness of a metal's bars.</summary>
    public static string PriorOf(string element) =>
        Priors.ById.ContainsKey("bar-fineness-" + element) ? "bar-fineness-" + element : "bar-fineness";
}
