using MathNet.Numerics.LinearAlgebra.Double;

namespace Spolium.Core.Equilibrium;

/// <summary>
/// Solves mass balances and mass action. With activities held, the state is the least of a convex function of the components' ln a,
///
///     Σ m(ln a) − Σ T ln a   under   ln K + Σ ν ln a ≤ 0 for every solid,
///
/// whose multipliers are the moles of the solids. An interior path leads there from any totals; then the solids that it found are solved
/// for exactly, while activities follow.
/// </summary>
internal sealed partial class EquilibriumSolver
{
    private const int MostSteps = 600;

    // Of the most that a solid can come to: so little of it, or so far from saturation, is left to the second part.
    private const double PathEnds = 1e-8;
    private const double PathBegins = 0.1;

    // ln a moves by no more in a step.
    private const double Stride = 4;

    private readonly EquilibriumSystem system;
    private readonly ActivityModel model;
    private readonly double[] totals;
    private readonly double[] pressures;
    private readonly Bystanders beside;
    private readonly int proton;
    private readonly double scale;

    // mol/kg: the most that each solid can come to.
    private readonly double[] most;

    private readonly double[] ln;
    private readonly double[] solids;
    private readonly double[] gases;
    private readonly double[] lnGamma;
    private readonly double[] molalities;
    private readonly double[] dissolvedK;
    private readonly double[] solidK;
    private readonly double[] gasK;
    private double lnWater;
    private double strength;
    private int steps;
    private int turns;

    /// <param name="world">In which the constants are taken; 0 for the likely one.</param>
    public EquilibriumSolver(
        EquilibriumSystem system,
        double[] totals,
        ActivityModel model,
        double[] lnPressures,
        Bystanders beside,
        int world
    )
    {
        (this.system, this.totals, this.model, pressures, this.beside) = (system, totals, model, lnPressures, beside);
        proton = system.At(Component.Proton);
        scale = Math.Max(1e-6, totals.Max(Math.Abs));
        most =
        [
            .. system.Solids.Select(s =>
                s.Components.Select((c, k) => (Component: c, Count: s.Counts[k]))
                    .Where(x => x.Count > 0 && x.Component != proton && totals[x.Component] > 0)
                    .Select(x => totals[x.Component] / x.Count)
                    .DefaultIfEmpty(scale)
                    .Min()
            ),
        ];
        ln = new double[totals.Length];
        solids = new double[system.Solids.Length];
        gases = new double[system.GasRows.Length];
        lnGamma = new double[system.Dissolved.Length];
        molalities = new double[system.Dissolved.Length];
        double[] Ks(EquilibriumSystem.Row[] rows) => [.. rows.Select(r => r.LnKIn(world))];
        (dissolvedK, solidK, gasK) = (Ks(system.Dissolved), Ks(system.Solids), Ks(system.GasRows));
    }

    /// <param name="near">A state of the same system that may lie near: tried first, and left where it does not lead there.</param>
    public EquilibriumState Solve(EquilibriumState? near)
    {
        if (near?.Found is { } found && found.Ln.Length == ln.Length && found.Solids.Length == solids.Length && gases.Length == 0)
            try
            {
                found.Ln.CopyTo(ln, 0);
                found.Solids.CopyTo(solids, 0);
                found.LnGamma.CopyTo(lnGamma, 0);
                lnWater = found.LnWater;
                turns = TurnsWhenNear;
                return Told(Finish([.. Enumerable.Range(0, solids.Length).Where(s => solids[s] > 0)]));
            }
            catch (NoEquilibriumException)
            {
                Array.Clear(solids);
                Array.Clear(lnGamma);
                lnWater = 0;
            }
        turns = MostTurns;
        Begin();
        Follow();
        return Told(Finish([.. Enumerable.Range(0, solids.Length).Where(s => solids[s] > most[s] * -Over(s))]));
    }

    private static double Along(EquilibriumSystem.Row row, double[] of)
    {
        var sum = 0.0;
        for (var k = 0; k < row.Components.Length; k++)
            sum += row.Counts[k] * of[row.Components[k]];
        return sum;
    }

    private double LnMolality(int i) =>
        dissolvedK[i] + Along(system.Dissolved[i], ln) + system.Dissolved[i].What.Water * lnWater - lnGamma[i];

    // ln of the ion product over its saturation.
    private double Over(int s) => solidK[s] + Along(system.Solids[s], ln) + system.Solids[s].What.Water * lnWater;

    private double OverPressure(int g) => gasK[g] + Along(system.GasRows[g], ln) + system.GasRows[g].What.Water * lnWater - pressures[g];

    private void Dissolve()
    {
        for (var i = 0; i < molalities.Length; i++)
            molalities[i] = Math.Exp(Math.Min(LnMolality(i), 300));
    }

    // So little of everything that nothing is over its saturation and no species over what there is.
    private void Begin()
    {
        for (var j = 0; j < ln.Length; j++)
            ln[j] = Math.Log(Math.Max(totals[j], 1e-30));
        var acid = totals[proton];
        ln[proton] =
            acid > 1e-7 ? Math.Log(acid)
            : acid < -1e-7 ? Math.Log(1e-14 / -acid)
            : Math.Log(1e-7);
        var tied = Tie();
        var highest = Math.Log(10 * scale);
        for (var pass = 0; pass < 4000; pass++)
        {
            var (row, by) = Worst(highest);
            if (row is null)
                return;
            var k = Enumerable
                .Range(0, row.Components.Length)
                .Where(k => row.Counts[k] > 0 && row.Components[k] != proton && !tied.Contains(row.Components[k]))
                .OrderByDescending(k => row.Counts[k])
                .Cast<int?>()
                .FirstOrDefault();
            if (k is { } metal)
                ln[row.Components[metal]] -= by / row.Counts[metal];
            else
                ln[proton] += row.What.Id == Component.Proton ? -by : by;
            Tie();
        }
    }

    private (EquilibriumSystem.Row? Row, double By) Worst(double highest)
    {
        var (row, by) = ((EquilibriumSystem.Row?)null, 1e-9);
        for (var i = 0; i < molalities.Length; i++)
            if (LnMolality(i) - highest is var over && over > by)
                (row, by) = (system.Dissolved[i], over);
        for (var s = 0; s < solids.Length; s++)
            if (Over(s) + 0.5 is var over && over > by)
                (row, by) = (system.Solids[s], over);
        return (row, by);
    }

    // A gas that stands over it holds the component that it brings.
    private HashSet<int> Tie()
    {
        var tied = new HashSet<int>();
        for (var g = 0; g < gases.Length; g++)
        {
            var row = system.GasRows[g];
            var k = Enumerable.Range(0, row.Components.Length).First(k => row.Components[k] != proton && row.Counts[k] > 0);
            ln[row.Components[k]] -= OverPressure(g) / row.Counts[k];
            tied.Add(row.Components[k]);
        }
        return tied;
    }

    // The interior path: Newton's steps on the function with its barrier, which gives way as they grow short.
    private void Follow()
    {
        var barrier = PathBegins;
        var least = Math.Max(most.DefaultIfEmpty(scale).Min(), 1e-15);
        var room = new double[solids.Length];
        for (var s = 0; s < solids.Length; s++)
        {
            room[s] = -Over(s);
            solids[s] = barrier * most[s] / room[s];
        }
        Dissolve();
        while (steps++ < MostSteps)
        {
            var gradient = Gradient(barrier, room);
            var step = Newton(gradient, s => solids[s] / room[s]);
            var fall = -gradient.Zip(step, (a, b) => a * b).Sum();
            // Where rounding leaves no way down the path has come as far as it can.
            if (!double.IsFinite(fall))
                return;
            var length = Math.Min(1, Stride / step.Max(Math.Abs));
            for (var s = 0; s < solids.Length; s++)
                if (Along(system.Solids[s], step) is var closer && closer > 0)
                    length = Math.Min(length, 0.95 * room[s] / closer);
            length = Shortened(gradient, step, length, barrier, room);
            for (var j = 0; j < ln.Length; j++)
                ln[j] += length * step[j];
            for (var s = 0; s < solids.Length; s++)
            {
                var closer = Along(system.Solids[s], step);
                solids[s] += length * (barrier * most[s] / room[s] - solids[s] + solids[s] / room[s] * closer);
                room[s] -= length * closer;
                var even = barrier * most[s] / room[s];
                solids[s] = Math.Clamp(solids[s], even * 1e-6, even * 1e6);
            }
            Dissolve();
            if (fall > Math.Max(barrier * least, 1e-17 * scale))
                continue;
            if (barrier <= PathEnds)
                return;
            barrier *= 0.1;
            Reweigh(1, water: false);
        }
    }

    private double[] Gradient(double barrier, double[] room)
    {
        var g = new double[ln.Length];
        for (var j = 0; j < g.Length; j++)
            g[j] = -totals[j];
        for (var i = 0; i < molalities.Length; i++)
            Add(system.Dissolved[i], molalities[i], g);
        for (var s = 0; s < room.Length; s++)
            Add(system.Solids[s], barrier * most[s] / room[s], g);
        return g;
    }

    private static void Add(EquilibriumSystem.Row row, double amount, double[] to)
    {
        for (var k = 0; k < row.Components.Length; k++)
            to[row.Components[k]] += row.Counts[k] * amount;
    }

    private double Value(double barrier, double[] room)
    {
        var sum = 0.0;
        foreach (var m in molalities)
            sum += m;
        for (var j = 0; j < ln.Length; j++)
            sum -= totals[j] * ln[j];
        for (var s = 0; s < room.Length; s++)
            sum -= barrier * most[s] * Math.Log(room[s]);
        return sum;
    }

    // Half as far as long as it does not fall as it should.
    private double Shortened(double[] gradient, double[] step, double length, double barrier, double[] room)
    {
        var before = Value(barrier, room);
        var slope = gradient.Zip(step, (a, b) => a * b).Sum();
        var (was, there) = ((double[])ln.Clone(), new double[room.Length]);
        for (var half = 0; half < 40; half++, length /= 2)
        {
            for (var j = 0; j < ln.Length; j++)
                ln[j] = was[j] + length * step[j];
            for (var s = 0; s < room.Length; s++)
                there[s] = room[s] - length * Along(system.Solids[s], step);
            Dissolve();
            if (Value(barrier, there) <= before + 1e-4 * length * slope + 1e-13 * Math.Abs(before))
                break;
        }
        was.CopyTo(ln, 0);
        return length;
    }

    // The step that solves H d = −g along the gases; H of what is dissolved, and of each solid with its weight.
    private double[] Newton(double[] gradient, Func<int, double> weight)
    {
        var n = ln.Length;
        var all = new DenseMatrix(n + gases.Length);
        for (var i = 0; i < molalities.Length; i++)
            AddSquare(system.Dissolved[i], molalities[i], all);
        for (var s = 0; s < solids.Length; s++)
            if (weight(s) is var w && w > 0)
                AddSquare(system.Solids[s], w, all);
        var right = new DenseVector(n + gases.Length);
        for (var j = 0; j < n; j++)
            right[j] = -gradient[j];
        for (var g = 0; g < gases.Length; g++)
        {
            right[n + g] = -OverPressure(g);
            Border(system.GasRows[g], n + g, all);
        }
        return Solved(all, right)[..n];
    }
}
