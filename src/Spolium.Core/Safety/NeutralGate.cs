namespace Spolium.Core.Safety;

/// <summary>What is taken out of a liquor before it is neutralised, or goes to nobody without a licence.</summary>
/// <param name="Above">Grams of the element: more of it shuts the gate.</param>
/// <param name="Precious">It would be lost in the sludge; else it makes the sludge licensed waste.</param>
public sealed record NeutralGate(string Element, double Above, bool Precious, string Reason, string Way)
{
    public static readonly IReadOnlyList<NeutralGate> All = ReferenceTable.Read(
        "neutral-gates.csv",
        r => new NeutralGate(r.Text("element"), r.Number("above"), r.Text("kind") == "precious", r.Said("reason"), r.Said("way")),
        "element"
    );

    public static NeutralGate Of(string element) => All.First(g => g.Element == element);

    /// <summary>Gates of licensed waste that are shut, at the high end of what is in it.</summary>
    public static IEnumerable<NeutralGate> Licensed(Charge charge) =>
        All.Where(g => !g.Precious && charge.Element(g.Element).Range.High > g.Above);
}
