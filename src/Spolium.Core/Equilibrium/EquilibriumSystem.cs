namespace Spolium.Core.Equilibrium;

/// <summary>
/// What components can make together: the dissolved species that they form, solids and gases that may, each as a row of whole numbers. Made
/// once for a set of components, solved for as many totals as wanted.
/// </summary>
public sealed class EquilibriumSystem
{
    /// <summary>One row: ln of its activity is ln K + Σ ν ln a + w ln a(water).</summary>
    internal sealed record Row(Written What, int[] Components, double[] Counts, double LnK, Amount Unsure)
    {
        public double LnKIn(int world) => LnK + Unsure[world];
    }

    private readonly Dictionary<string, int> at;

    /// <param name="components">Those with a total, or that a gas brings; H+ is always among them.</param>
    /// <param name="solids">Those that may form.</param>
    /// <param name="gases">Those that stand over it at a pressure of their own.</param>
    public EquilibriumSystem(IEnumerable<string> components, IEnumerable<Written> solids, IEnumerable<Written> gases, double celsius = 25)
    {
        Celsius = celsius;
        Gases = [.. gases];
        var wanted = components.Concat(Gases.SelectMany(g => g.Parts.Select(p => p.Component))).Append(Component.Proton).ToHashSet();
        Components = [.. Component.All.Where(c => wanted.Contains(c.Id))];
        at = Components.Select((c, i) => (c.Id, i)).ToDictionary(x => x.Id, x => x.i);
        Dissolved =
        [
            .. Components.Select(
                (c, i) =>
                    new Row(new(c.Id, c.Formula, "", c.Charge, [(c.Id, 1)], 0, 0, null, "", Confidence.Firm), [i], [1], 0, Amount.Zero)
            ),
            .. Written.Dissolved.Where(Forms).Select(RowOf),
        ];
        Solids = [.. solids.Where(Forms).Select(RowOf)];
        GasRows = [.. Gases.Select(RowOf)];
        Charges = [.. Dissolved.Select(d => d.What.Charge)];
        var ids = Dissolved.Select((d, i) => (d.What.Id, i)).ToDictionary(x => x.Id, x => x.i);
        Pairs =
        [
            .. ids.Where(c => Charges[c.Value] > 0)
                .SelectMany(c => ids.Where(a => Charges[a.Value] < 0).Select(a => (c.Value, a.Value, Activity.Pair(c.Key, a.Key))))
                .Where(p => p.Item3 != 0),
        ];
        A = Activity.DebyeHueckel(celsius);
    }

    public double Celsius { get; }

    public double A { get; }

    public IReadOnlyList<Component> Components { get; }

    internal IReadOnlyList<Written> Gases { get; }

    internal Row[] Dissolved { get; }

    internal Row[] Solids { get; }

    internal Row[] GasRows { get; }

    internal int[] Charges { get; }

    internal IReadOnlyList<(int Cation, int Anion, double Epsilon)> Pairs { get; }

    internal int At(string component) => at.GetValueOrDefault(component, -1);

    private bool Forms(Written what) => what.Parts.All(p => at.ContainsKey(p.Component));

    private Row RowOf(Written what) =>
        new(what, [.. what.Parts.Select(p => at[p.Component])], [.. what.Parts.Select(p => p.Count)], what.LnK(Celsius), what.Unsure);
}
