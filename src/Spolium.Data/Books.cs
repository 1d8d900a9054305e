using Spolium.Core.Learning;

namespace Spolium.Data;

/// <summary>Which closed batches the books look at. What is null does not matter; times are UTC ticks of closing, the last one left
/// out.</summary>
/// <param name="Foreign">Batches of other shops count too.</param>
public sealed record BooksFilter(
    string Metal,
    string? Material = null,
    string? Method = null,
    string? Person = null,
    long? From = null,
    long? Until = null,
    bool Foreign = false
);

/// <summary>Metal of all batches together, g. Guesses of one lot go up and down together: its batches add their uncertainties, lots add
/// their squares.</summary>
public sealed record RecoverySums(SumOver Product, SumOver FeedAtLeast, SumOver Unaccounted, double Missing);

public sealed record KeyedSum(string Key, SumOver Sum);

/// <summary>A batch behind a figure: what it brought to it.</summary>
public sealed record BatchPart(string BatchId, string Code, string Title, long? ClosedTicks, double Value, double Sigma);

/// <summary>A batch with the metal it was for.</summary>
/// <param name="AddsUp">False where its readings disagree.</param>
/// <param name="Explained">They do, and somebody said why they are right.</param>
/// <param name="Restated">How often it was restated since it closed.</param>
public sealed record BatchMetalPart(
    string BatchId,
    string Code,
    string Title,
    long ClosedTicks,
    bool AddsUp,
    bool Explained,
    int Restated,
    BatchMetalRow Metal
);

public sealed record StepPart(string BatchId, string Code, long ClosedTicks, bool AddsUp, double InG, double MainG);

public sealed record ReagentSum(string Formula, ReagentOver Over, int WithoutPrice);

public sealed record MoneySums(int Batches, double CostsKr, double LeftKr, double LeftVariance, double MarginKr, double MarginVariance);

public sealed record BooksChoices(
    IReadOnlyList<string> Metals,
    IReadOnlyList<string> Materials,
    IReadOnlyList<string> Methods,
    IReadOnlyList<string> People
);

/// <summary>
/// Questions across batches, answered from the projections by SQLite: one aggregate query each, never batch by batch. Sums only; what is
/// made of them (recoveries, intervals) is reckoned by workings.
/// </summary>
public sealed partial class Books(SpoliumDb db, BooksFilter filter)
{
    /// <summary>Closed batches that the filter lets through, whatever they were for.</summary>
    private IQueryable<BatchRow> Batches
    {
        get
        {
            var q = db.Batches.AsNoTracking().Where(b => b.ClosedTicks != null);
            if (!filter.Foreign)
                q = q.Where(b => !b.Foreign);
            if (filter.Material is { } material)
                q = q.Where(b => b.Material == material);
            if (filter.From is { } from)
                q = q.Where(b => b.ClosedTicks >= from);
            if (filter.Until is { } until)
                q = q.Where(b => b.ClosedTicks < until);
            if (filter.Method is { } method)
                q = q.Where(b => db.Steps.Any(s => s.BatchId == b.Id && s.Method == method));
            if (filter.Person is { } person)
                q = q.Where(b => db.BatchPeople.Any(p => p.BatchId == b.Id && p.Initials == person));
            return q;
        }
    }

    // Those that were for the metal. Without a filter nothing has to be looked up: only closed batches have such rows.
    private IQueryable<BatchMetalRow> Metals => Chosen(db.BatchMetals.AsNoTracking().Where(m => m.Element == filter.Metal), m => m.BatchId);

    private bool All =>
        filter is { Material: null, Method: null, Person: null, From: null, Until: null } && (filter.Foreign || Foreign == 0);

    /// <summary>Closed batches of other shops.</summary>
    public int Foreign => foreign ??= db.Batches.Count(b => b.Foreign && b.ClosedTicks != null);

    private int? foreign;

    private IQueryable<T> Chosen<T>(IQueryable<T> rows, System.Linq.Expressions.Expression<Func<T, string>> batchId) =>
        All ? rows : rows.Join(Batches, batchId, b => b.Id, (r, _) => r);

    /// <summary>What there is to choose from, over all closed batches.</summary>
    public BooksChoices Choices()
    {
        var closed = db.Batches.AsNoTracking().Where(b => b.ClosedTicks != null);
        return new(
            [.. db.BatchMetals.Select(m => m.Element).Distinct().OrderBy(e => e)],
            [.. closed.Select(b => b.Material).Distinct().OrderBy(m => m)],
            [.. db.Steps.Where(s => s.ClosedTicks != null).Select(s => s.Method).Distinct().OrderBy(m => m)],
            [.. db.BatchPeople.Select(p => p.Initials).Distinct().OrderBy(p => p)]
        );
    }

    public RecoverySums Recovery()
    {
        var sums = Metals
            .GroupBy(_ => 1)
            .Select(g => new
            {
                N = g.Count(),
                P = g.Sum(m => m.ProductG),
                P2 = g.Sum(m => m.ProductSigma * m.ProductSigma),
                F = g.Sum(m => m.AtLeastG),
                U = g.Sum(m => m.UnaccountedG),
                M = g.Sum(m => m.MissingG),
            })
            .FirstOrDefault();
        var lots = Metals
            .Join(
                db.Batches,
                m => m.BatchId,
                b => b.Id,
                (m, b) =>
                    new
                    {
                        b.LotRoot,
                        m.AtLeastSigma,
                        m.UnaccountedSigma,
                    }
            )
            .GroupBy(x => x.LotRoot)
            .Select(g => new { F = g.Sum(x => x.AtLeastSigma), U = g.Sum(x => x.UnaccountedSigma) })
            .GroupBy(_ => 1)
            .Select(g => new { F = g.Sum(x => x.F * x.F), U = g.Sum(x => x.U * x.U) })
            .FirstOrDefault();
        return sums is null
            ? new(new(0, 0, 0), new(0, 0, 0), new(0, 0, 0), 0)
            : new(new(sums.N, sums.P, sums.P2), new(sums.N, sums.F, lots!.F), new(sums.N, sums.U, lots.U), sums.M);
    }

    /// <summary>The batches for the metal, latest first.</summary>
    public IReadOnlyList<BatchMetalPart> ByBatch(int most) =>
        [
            .. Metals
                .Join(
                    db.Batches,
                    m => m.BatchId,
                    b => b.Id,
                    (m, b) =>
                        new
                        {
                            m,
                            b.Code,
                            b.Title,
                            Closed = b.ClosedTicks!.Value,
                            b.AddsUp,
                            b.Explained,
                            b.Restated,
                        }
                )
                .OrderByDescending(x => x.Closed)
                .Take(most)
                .AsEnumerable()
                .Select(x => new BatchMetalPart(x.m.BatchId, x.Code, x.Title, x.Closed, x.AddsUp, x.Explained, x.Restated, x.m)),
        ];

    /// <summary>Metal that did not come out, by cause, most first.</summary>
    public IReadOnlyList<KeyedSum> Losses() =>
        [
            .. Chosen(db.BatchLosses.AsNoTracking().Where(l => l.Element == filter.Metal), l => l.BatchId)
                .GroupBy(l => l.Cause)
                .Select(g => new
                {
                    g.Key,
                    N = g.Where(l => l.Grams != 0).Select(l => l.BatchId).Distinct().Count(),
                    S = g.Sum(l => l.Grams),
                    V = g.Sum(l => l.Sigma * l.Sigma),
                })
                .AsEnumerable()
                .Select(x => new KeyedSum(x.Key, new(x.N, x.S, x.V)))
                .OrderByDescending(x => x.Sum.Sum),
        ];

    /// <summary>Batches behind a cause, most first.</summary>
    public IReadOnlyList<BatchPart> LossesOf(string cause, int most) =>
        [
            .. Chosen(db.BatchLosses.AsNoTracking().Where(l => l.Element == filter.Metal && l.Cause == cause), l => l.BatchId)
                .GroupBy(l => l.BatchId)
                .Select(g => new
                {
                    Id = g.Key,
                    S = g.Sum(l => l.Grams),
                    V = g.Sum(l => l.Sigma * l.Sigma),
                })
                .Where(x => x.S != 0)
                .Join(
                    db.Batches,
                    x => x.Id,
                    b => b.Id,
                    (x, b) =>
                        new
                        {
                            x.Id,
                            b.Code,
                            b.Title,
                            b.ClosedTicks,
                            x.S,
                            x.V,
                        }
                )
                .OrderByDescending(x => x.S)
                .Take(most)
                .AsEnumerable()
                .Select(x => new BatchPart(x.Id, x.Code, x.Title, x.ClosedTicks, x.S, Math.Sqrt(x.V))),
        ];

    /// <summary>Micrograms that stand now, by place: open and closed batches alike, lots too. The filter's metal alone counts.</summary>
    public IReadOnlyList<KeyedSum> Places() =>
        [
            .. Standing
                .GroupBy(h => h.Place!)
                .Select(g => new
                {
                    g.Key,
                    N = g.Count(),
                    S = g.Sum(h => h.Micrograms),
                    V = g.Sum(h => h.Sigma * h.Sigma),
                })
                .AsEnumerable()
                .Select(x => new KeyedSum(x.Key, new(x.N, x.S / 1e6, x.V)))
                .OrderByDescending(x => x.Sum.Sum),
        ];

    /// <summary>What stands at a place, by batch (or lot), most first.</summary>
    public IReadOnlyList<(string Account, string? BatchId, double Grams)> StandingAt(string place, int most) =>
        [
            .. Standing
                .Where(h => h.Place == place)
                .OrderByDescending(h => h.Micrograms)
                .Take(most)
                .AsEnumerable()
                .Select(h => (h.Account, h.BatchId, h.Micrograms / 1e6)),
        ];

    private IQueryable<HoldingRow> Standing =>
        db.Holdings.AsNoTracking().Where(h => h.Element == filter.Metal && h.Place != null && h.Micrograms != 0);
}
