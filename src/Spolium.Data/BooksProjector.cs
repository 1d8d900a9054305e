namespace Spolium.Data;

/// <summary>Writes what the books keep of a batch when it closes, anew when it is restated, and not at all while it is open.</summary>
internal static class BooksProjector
{
    /// <param name="summary">Null of an open batch.</param>
    public static void Project(SpoliumDb db, string batchId, BatchSummary? summary)
    {
        Forget(db, batchId);
        if (summary is not { } s)
            return;
        db.BatchMetals.AddRange(
            s.Metals.Select(m => new BatchMetalRow
            {
                BatchId = batchId,
                Element = m.Element,
                FeedG = m.Feed.Value,
                FeedSigma = m.Feed.Sigma,
                AtLeastG = m.FeedAtLeast.Value,
                AtLeastSigma = m.FeedAtLeast.Sigma,
                ProductG = m.Product.Value,
                ProductSigma = m.Product.Sigma,
                UnaccountedG = m.Unaccounted.Value,
                UnaccountedSigma = m.Unaccounted.Sigma,
                MissingG = m.Missing,
            })
        );
        db.BatchLosses.AddRange(
            s.Losses.Select(l => new BatchLossRow
            {
                BatchId = batchId,
                Element = l.Element,
                Account = l.Account,
                StepId = l.StepId,
                Method = l.Method,
                Cause = l.Cause,
                Grams = l.Grams.Value,
                Sigma = l.Grams.Sigma,
            })
        );
        db.StepYields.AddRange(
            s.Steps.Select(y => new StepYieldRow
            {
                BatchId = batchId,
                StepId = y.StepId,
                Element = y.Element,
                Method = y.Method,
                InG = y.In,
                MainG = y.Main,
            })
        );
        db.BatchReagents.AddRange(
            s.Reagents.Select(r => new BatchReagentRow
            {
                BatchId = batchId,
                Formula = r.Formula,
                Name = r.Name,
                Grams = r.Grams,
                PlannedG = r.Planned,
                Kr = r.Kr,
            })
        );
        if (s.Money is { } money)
            db.BatchMoney.Add(
                new()
                {
                    BatchId = batchId,
                    CostsKr = money.Costs,
                    LeftKr = money.LeftOver.Value,
                    LeftSigma = money.LeftOver.Sigma,
                    MarginKr = money.Margin.Value,
                    MarginSigma = money.Margin.Sigma,
                }
            );
        db.BatchPeople.AddRange(s.People.Select(p => new BatchPersonRow { BatchId = batchId, Initials = p }));
    }

    public static void Forget(SpoliumDb db, string batchId)
    {
        db.BatchMetals.Where(r => r.BatchId == batchId).ExecuteDelete();
        db.BatchLosses.Where(r => r.BatchId == batchId).ExecuteDelete();
        db.StepYields.Where(r => r.BatchId == batchId).ExecuteDelete();
        db.BatchReagents.Where(r => r.BatchId == batchId).ExecuteDelete();
        db.BatchMoney.Where(r => r.BatchId == batchId).ExecuteDelete();
        db.BatchPeople.Where(r => r.BatchId == batchId).ExecuteDelete();
    }

    public static void Clear(SpoliumDb db)
    {
        db.BatchMetals.ExecuteDelete();
        db.BatchLosses.ExecuteDelete();
        db.StepYields.ExecuteDelete();
        db.BatchReagents.ExecuteDelete();
        db.BatchMoney.ExecuteDelete();
        db.BatchPeople.ExecuteDelete();
    }
}
