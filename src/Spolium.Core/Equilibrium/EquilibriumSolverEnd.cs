using MathNet.Numerics.LinearAlgebra.Double;

namespace Spolium.Core.Equilibrium;

/// <summary>The end of it: the solids that the path found stand at saturation exactly, and activities follow what is dissolved.</summary>
internal sealed partial class EquilibriumSolver
{
    // Of the sum of a component's amounts.
    private const double Balanced = 1e-12;

    // ln: so far over its saturation a solid that is not there may stand.
    private const double Saturated = 1e-10;

    private const int MostTurns = 400;
    private const int TurnsWhenNear = 40;
    private const int MostExchanges = 80;

    private double Finish(List<int> there)
    {
        for (var s = 0; s < solids.Length; s++)
            if (!there.Contains(s))
                solids[s] = 0;
        var seen = new HashSet<string>();
        for (var exchange = 0; exchange < MostExchanges; exchange++)
        {
            var off = Settle(there);
            // Where the same solids come round again, one at a time is exchanged, the first that may.
            var careful = !seen.Add(string.Join(',', there));
            var gone = there.Where(s => solids[s] < 0).ToList();
            if (gone.Count > 0)
            {
                var leaves = careful ? gone[0] : gone.MinBy(s => solids[s]);
                solids[leaves] = 0;
                there.Remove(leaves);
                continue;
            }
            var over = Enumerable.Range(0, solids.Length).Where(s => !there.Contains(s) && Over(s) > Saturated).ToList();
            if (over.Count == 0)
                return off;
            var comes = careful ? over[0] : over.MaxBy(Over);
            MakeRoom(there, comes);
            there.Add(comes);
            there.Sort();
        }
        throw new NoEquilibriumException("", "which solids are there was not found: solids come and go in a circle");
    }

    // What is written from the same components as those that are there cannot stand beside all of them.
    private void MakeRoom(List<int> there, int comes)
    {
        if (there.Count == 0)
            return;
        double[] Column(int s)
        {
            var column = new double[ln.Length];
            Add(system.Solids[s], 1, column);
            return column;
        }
        var of = DenseMatrix.OfColumnArrays(there.Select(Column));
        var target = new DenseVector(Column(comes));
        var shares = of.Svd().Solve(target);
        if ((of * shares - target).L2Norm() > 1e-9 * target.L2Norm())
            return;
        var leaves = there.Select((s, k) => (Solid: s, Share: shares[k])).Where(x => x.Share > 1e-9).MinBy(x => solids[x.Solid] / x.Share);
        solids[leaves.Solid] = 0;
        there.Remove(leaves.Solid);
    }

    // Newton on balances and saturation, the solids being those; the activities are those of the step before. Returns how far a balance is
    // off.
    private double Settle(List<int> there)
    {
        var (share, last) = (1.0, double.PositiveInfinity);
        Dissolve();
        for (var turn = 0; turn < turns; turn++)
        {
            steps++;
            var moved = Reweigh(share, water: true);
            if (moved > 0.7 * last && share > 0.05)
                share *= 0.8;
            last = moved;
            Dissolve();
            var (balance, off) = Balance(there);
            var unsaturated = there
                .Select(s => Math.Abs(Over(s)))
                .Concat(Enumerable.Range(0, gases.Length).Select(g => Math.Abs(OverPressure(g))));
            if (off < Balanced && moved < Balanced * 10 && unsaturated.All(x => x < Balanced * 10))
                return off;
            var step = Exact(balance, there);
            var length = Math.Min(1, Stride / 2 / Math.Max(1e-300, step.Take(ln.Length).Max(Math.Abs)));
            for (var j = 0; j < ln.Length; j++)
                ln[j] += length * step[j];
            for (var k = 0; k < there.Count; k++)
                solids[there[k]] += length * step[ln.Length + k];
            for (var g = 0; g < gases.Length; g++)
                gases[g] += length * step[ln.Length + there.Count + g];
            Dissolve();
        }
        var left = Balance(there).Off;
        return left < 1e-9
            ? left
            : throw new NoEquilibriumException("", $"the balances were not met: off by {left:0.0e+0} of what is there");
    }

    private (double[] Balance, double Off) Balance(List<int> there)
    {
        var balance = new double[ln.Length];
        var all = new double[ln.Length];
        void Count(EquilibriumSystem.Row row, double amount)
        {
            for (var k = 0; k < row.Components.Length; k++)
            {
                balance[row.Components[k]] += row.Counts[k] * amount;
                all[row.Components[k]] += Math.Abs(row.Counts[k] * amount);
            }
        }
        for (var i = 0; i < molalities.Length; i++)
            Count(system.Dissolved[i], molalities[i]);
        foreach (var s in there)
            Count(system.Solids[s], solids[s]);
        // What a gas brought in is none of it any more.
        for (var g = 0; g < gases.Length; g++)
            Count(system.GasRows[g], -gases[g]);
        var off = 0.0;
        for (var j = 0; j < balance.Length; j++)
        {
            balance[j] -= totals[j];
            off = Math.Max(off, Math.Abs(balance[j]) / Math.Max(all[j] + Math.Abs(totals[j]), 1e-300));
        }
        return (balance, off);
    }

    private double[] Exact(double[] balance, List<int> there)
    {
        var (n, m) = (ln.Length, there.Count);
        var all = new DenseMatrix(n + m + gases.Length);
        var right = new DenseVector(all.RowCount);
        for (var i = 0; i < molalities.Length; i++)
            AddSquare(system.Dissolved[i], molalities[i], all);
        for (var j = 0; j < n; j++)
            right[j] = -balance[j];
        for (var k = 0; k < m; k++)
        {
            Border(system.Solids[there[k]], n + k, all);
            right[n + k] = -Over(there[k]);
        }
        for (var g = 0; g < gases.Length; g++)
        {
            Border(system.GasRows[g], n + m + g, all);
            right[n + m + g] = -OverPressure(g);
        }
        var step = Solved(all, right);
        // The multiplier of a gas is what goes off.
        for (var g = 0; g < gases.Length; g++)
            step[n + m + g] = -step[n + m + g];
        return step;
    }

    // Activities of what is dissolved now, as far as that share; returns the greatest move of ln γ.
    private double Reweigh(double share, bool water)
    {
        Span<double> now = stackalloc double[molalities.Length];
        (strength, var wet) = Activity.Of(model, system.A, system.Charges, molalities, beside, system.Pairs, now);
        var moved = 0.0;
        for (var i = 0; i < now.Length; i++)
        {
            moved = Math.Max(moved, Math.Abs(now[i] - lnGamma[i]));
            lnGamma[i] += share * (now[i] - lnGamma[i]);
        }
        if (water)
        {
            moved = Math.Max(moved, Math.Abs(wet - lnWater));
            lnWater += share * (wet - lnWater);
        }
        return moved;
    }

    private EquilibriumState Told(double off)
    {
        var dissolved = new double[ln.Length];
        for (var i = 0; i < molalities.Length; i++)
            Add(system.Dissolved[i], molalities[i], dissolved);
        return new(
            -ln[proton] / Math.Log(10),
            strength,
            Math.Exp(lnWater),
            system.A,
            system.Dissolved.Select((d, i) => (d.What.Id, molalities[i])).ToDictionary(x => x.Id, x => x.Item2),
            system.Components.Select((c, j) => (c.Id, dissolved[j])).ToDictionary(x => x.Id, x => x.Item2),
            system.Solids.Select((s, i) => (s.What.Id, solids[i])).Where(x => x.Item2 > 0).ToDictionary(x => x.Id, x => x.Item2),
            system.GasRows.Select((g, i) => (g.What.Id, gases[i])).ToDictionary(x => x.Id, x => x.Item2),
            system.Solids.Select((s, i) => (s.What.Id, Over(i) / Math.Log(10))).ToDictionary(x => x.Id, x => x.Item2),
            off,
            steps
        )
        {
            Found = new(ln, solids, lnGamma, lnWater),
        };
    }
}
