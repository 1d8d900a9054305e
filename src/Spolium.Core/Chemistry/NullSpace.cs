namespace Spolium.Core.Chemistry;

/// <summary>Null space of a matrix over exact fractions.</summary>
public static class NullSpace
{
    /// <summary>A basis of all x with rows · x = 0, by Gauss–Jordan elimination.</summary>
    public static IReadOnlyList<IReadOnlyList<Rational>> Of(Rational[][] rows, int columns)
    {
        var m = rows.Select(r => (Rational[])r.Clone()).ToArray();
        var pivots = new List<int>();
        for (var column = 0; column < columns && pivots.Count < m.Length; column++)
        {
            var at = pivots.Count;
            var found = Array.FindIndex(m, at, r => !r[column].IsZero);
            if (found < 0)
                continue;
            (m[at], m[found]) = (m[found], m[at]);
            var lead = m[at][column];
            m[at] = [.. m[at].Select(x => x / lead)];
            for (var r = 0; r < m.Length; r++)
                if (r != at && !m[r][column].IsZero)
                {
                    var f = m[r][column];
                    m[r] = [.. m[r].Select((x, c) => x - f * m[at][c])];
                }
            pivots.Add(column);
        }
        var free = Enumerable.Range(0, columns).Except(pivots).ToList();
        return
        [
            .. free.Select(f =>
                (IReadOnlyList<Rational>)
                    [
                        .. Enumerable
                            .Range(0, columns)
                            .Select(c =>
                                c == f ? (Rational)1
                                : pivots.IndexOf(c) is >= 0 and var p ? 0 - m[p][f]
                                : 0
                            ),
                    ]
            ),
        ];
    }
}
