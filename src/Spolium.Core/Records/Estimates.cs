using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>Metal believed or measured in something, grams; low and high are 5 and 95 %.</summary>
public sealed record ElementEstimate(string Element, double Grams, double Sigma, double Low, double High)
{
    public static ElementEstimate Of(string element, Working grams) =>
        new(element, grams.Likely, grams.Amount.Sigma, grams.Range.Low, grams.Range.High);
}

/// <summary>What a figure of the book rests on.</summary>
public enum Basis
{
    Believed,
    Weighed,
    Assayed,
    EstimatedByMethod,
    Missing,
    Reversed,
    EstimatedByTest,
}

/// <summary>What a closed step made: each holding with the metal it is believed to hold.</summary>
public sealed record HoldingEstimate(
    [property: JsonConverter(typeof(OutputName))] string Output,
    string Name,
    bool Main,
    double MassG,
    IReadOnlyList<ElementEstimate> Holds,
    Basis Basis
);

/// <summary>Covariance of the holdings of a step in one element, g²; rows and columns in the order of the outputs.</summary>
public sealed record HoldingCovariance(string Element, IReadOnlyList<IReadOnlyList<double>> Matrix);
