namespace Spolium.Data;

/// <summary>How steps went, what reagents and money came to.</summary>
public sealed partial class Books
{
    /// <summary>Methods whose main holding was weighed, with how often.</summary>
    public IReadOnlyList<(string Method, int Times)> WeighedMethods() =>
        [
            .. Chosen(db.StepYields.AsNoTracking().Where(y => y.Element == filter.Metal), y => y.BatchId)
                .GroupBy(y => y.Method)
                .Select(g => new { g.Key, N = g.Count() })
                .AsEnumerable()
                .Select(x => (x.Key, x.N))
                .OrderByDescending(x => x.N),
        ];

    /// <summary>The latest times that a method was weighed, oldest first.</summary>
    public IReadOnlyList<StepPart> StepsOf(string method, int most) =>
        [
            .. Chosen(db.StepYields.AsNoTracking().Where(y => y.Element == filter.Metal && y.Method == method), y => y.BatchId)
                .Join(
                    db.Batches,
                    y => y.BatchId,
                    b => b.Id,
                    (y, b) =>
                        new
                        {
                            y.BatchId,
                            b.Code,
                            Closed = b.ClosedTicks!.Value,
                            b.AddsUp,
                            y.InG,
                            y.MainG,
                        }
                )
                .OrderByDescending(x => x.Closed)
                .Take(most)
                .AsEnumerable()
                .Reverse()
                .Select(x => new StepPart(x.BatchId, x.Code, x.Closed, x.AddsUp, x.InG, x.MainG)),
        ];

    /// <summary>What was poured in the batches for the metal, by substance.</summary>
    public IReadOnlyList<ReagentSum> Reagents() =>
        [
            .. Metals
                .Join(db.BatchReagents, m => m.BatchId, r => r.BatchId, (_, r) => r)
                .GroupBy(r => new { r.Formula, r.Name })
                .Select(g => new
                {
                    g.Key.Formula,
                    g.Key.Name,
                    N = g.Count(),
                    G = g.Sum(r => r.Grams),
                    G2 = g.Sum(r => r.Grams * r.Grams),
                    P = g.Sum(r => r.PlannedG),
                    Kr = g.Sum(r => r.Kr),
                    Without = g.Count(r => r.Kr == null),
                })
                .AsEnumerable()
                .Select(x => new ReagentSum(x.Formula, new(x.Name, x.N, x.G, x.G2, x.P, x.Without == x.N ? null : x.Kr), x.Without))
                .OrderByDescending(x => x.Over.Kr ?? 0),
        ];

    public IReadOnlyList<BatchPart> ReagentOf(string formula, int most) =>
        [
            .. Metals
                .Join(
                    db.BatchReagents.Where(r => r.Formula == formula),
                    m => m.BatchId,
                    r => r.BatchId,
                    (m, r) => new { r.BatchId, PerGram = m.ProductG > 0 ? r.Grams / m.ProductG : 0 }
                )
                .Join(
                    db.Batches,
                    x => x.BatchId,
                    b => b.Id,
                    (x, b) =>
                        new
                        {
                            x.BatchId,
                            b.Code,
                            b.Title,
                            b.ClosedTicks,
                            x.PerGram,
                        }
                )
                .OrderByDescending(x => x.PerGram)
                .Take(most)
                .AsEnumerable()
                .Select(x => new BatchPart(x.BatchId, x.Code, x.Title, x.ClosedTicks, x.PerGram, 0)),
        ];

    public MoneySums Money() =>
        Metals
            .Join(db.BatchMoney, m => m.BatchId, r => r.BatchId, (_, r) => r)
            .GroupBy(_ => 1)
            .Select(g => new MoneySums(
                g.Count(),
                g.Sum(r => r.CostsKr),
                g.Sum(r => r.LeftKr),
                g.Sum(r => r.LeftSigma * r.LeftSigma),
                g.Sum(r => r.MarginKr),
                g.Sum(r => r.MarginSigma * r.MarginSigma)
            ))
            .FirstOrDefault()
        ?? new(0, 0, 0, 0, 0, 0);

    public IReadOnlyList<(BatchPart LeftOver, BatchMoneyRow Money)> MoneyOf(int most) =>
        [
            .. Metals
                .Join(db.BatchMoney, m => m.BatchId, r => r.BatchId, (_, r) => r)
                .Join(
                    db.Batches,
                    r => r.BatchId,
                    b => b.Id,
                    (r, b) =>
                        new
                        {
                            r,
                            b.Code,
                            b.Title,
                            b.ClosedTicks,
                        }
                )
                .OrderByDescending(x => x.ClosedTicks)
                .Take(most)
                .AsEnumerable()
                .Select(x => (new BatchPart(x.r.BatchId, x.Code, x.Title, x.ClosedTicks, x.r.LeftKr, x.r.LeftSigma), x.r)),
        ];
}
