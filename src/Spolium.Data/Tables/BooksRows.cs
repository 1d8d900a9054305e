namespace Spolium.Data.Tables;

/// <summary>Projection of closed batches: the metal that a batch was for, g with standard uncertainties.</summary>
public sealed class BatchMetalRow
{
    public required string BatchId { get; set; }
    public required string Element { get; set; }
    public double FeedG { get; set; }
    public double FeedSigma { get; set; }

    /// <summary>The feed, never below what came out and stands in holdings.</summary>
    public double AtLeastG { get; set; }
    public double AtLeastSigma { get; set; }
    public double ProductG { get; set; }
    public double ProductSigma { get; set; }
    public double UnaccountedG { get; set; }
    public double UnaccountedSigma { get; set; }
    public double MissingG { get; set; }
}

/// <summary>Projection of closed batches: metal that did not come out, by the holding that it stands in.</summary>
public sealed class BatchLossRow
{
    public required string BatchId { get; set; }
    public required string Element { get; set; }
    public required string Account { get; set; }
    public required string StepId { get; set; }
    public required string Method { get; set; }
    public required string Cause { get; set; }
    public double Grams { get; set; }
    public double Sigma { get; set; }
}

/// <summary>Projection of closed batches: what a weighed step brought of what went into it.</summary>
public sealed class StepYieldRow
{
    public required string BatchId { get; set; }
    public required string StepId { get; set; }
    public required string Element { get; set; }
    public required string Method { get; set; }
    public double InG { get; set; }
    public double MainG { get; set; }
}

/// <summary>Projection of closed batches: what was poured of a substance.</summary>
public sealed class BatchReagentRow
{
    public required string BatchId { get; set; }
    public required string Formula { get; set; }
    public required string Name { get; set; }
    public double Grams { get; set; }
    public double PlannedG { get; set; }
    public double? Kr { get; set; }
}

/// <summary>Projection of closed batches: money at the prices of the day.</summary>
public sealed class BatchMoneyRow
{
    public required string BatchId { get; set; }
    public double CostsKr { get; set; }
    public double LeftKr { get; set; }
    public double LeftSigma { get; set; }
    public double MarginKr { get; set; }
    public double MarginSigma { get; set; }
}

/// <summary>Projection of closed batches: who wrote in it.</summary>
public sealed class BatchPersonRow
{
    public required string BatchId { get; set; }
    public required string Initials { get; set; }
}
