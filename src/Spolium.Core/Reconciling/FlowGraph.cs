namespace Spolium.Core.Reconciling;

/// <summary>A flow of metal between two nodes (steps, holdings). Without <paramref name="From"/> it comes from outside, without
/// <paramref name="To"/> it leaves.</summary>
public sealed record Arc(string Id, string? From, string? To);

/// <summary>What a reading says of an arc.</summary>
public enum Measure
{
    /// <summary>Grams of an element, or of everything.</summary>
    Grams,

    /// <summary>Grams of an element per gram of everything: an assay.</summary>
    Fraction,
}

/// <summary>A reading on an arc.</summary>
/// <param name="Of">The element, or <see cref="FlowGraph.Mass"/>.</param>
/// <param name="Value">g, or a fraction between 0 and 1.</param>
/// <param name="Sigma">Standard uncertainty in the same unit; above 0.</param>
public sealed record FlowReading(string Arc, string Of, double Value, double Sigma, Measure Measure = Measure.Grams)
{
    /// <summary>How it was typed, for the search of slips; null where nobody typed it (a prior of a loss, a guess of a content).</summary>
    public SlipClues? Clues { get; init; }
}

/// <summary>
/// Arcs and what was read on them. Every inner node balances in each element, and in mass where nothing unweighed
/// (water, gas, acid) comes or goes.
/// </summary>
/// <param name="OpenInMass">Nodes whose total mass does not balance.</param>
public sealed record FlowGraph(IReadOnlyList<Arc> Arcs, IReadOnlyList<FlowReading> Readings, IReadOnlyCollection<string>? OpenInMass = null)
{
    /// <summary>Stands for the element where a reading is of everything.</summary>
    public const string Mass = "mass";

    /// <exception cref="ArgumentException">A reading without an arc or without uncertainty, an arc named twice.</exception>
    public void Check()
    {
        var ids = new HashSet<string>();
        foreach (var a in Arcs)
            if (!ids.Add(a.Id))
                throw new ArgumentException($"arc {a.Id} is named twice");
        foreach (var r in Readings)
        {
            if (!ids.Contains(r.Arc))
                throw new ArgumentException($"a reading is of arc {r.Arc}, which is not there");
            if (!(r.Sigma > 0) || !double.IsFinite(r.Value))
                throw new ArgumentException($"the reading of {r.Of} on {r.Arc} wants a finite value and an uncertainty above 0");
            if (r.Measure == Measure.Fraction && r.Of == Mass)
                throw new ArgumentException($"a fraction of everything on {r.Arc} is always 1");
        }
    }
}
