namespace Spolium.Core.Reconciling;

/// <summary>A reading that is likely wrong, and what it should have been.</summary>
/// <param name="Reading">Its place among the readings of the graph.</param>
/// <param name="ChiSquare">What is left of χ² with the value in its place.</param>
/// <param name="Passes">With it the batch passes the global test.</param>
/// <param name="Share">How likely, among all slips that were tried and no slip at all.</param>
/// <param name="Fits">What the rest of the graph says that the reading should be.</param>
/// <param name="FitsSigma">Standard uncertainty of that.</param>
public sealed record SlipProposal(
    int Reading,
    SlipCandidate Slip,
    double ChiSquare,
    bool Passes,
    double Share,
    double Fits,
    double FitsSigma
)
{
    /// <summary>The other reading, where it takes two slips at once; null where this one puts it right.</summary>
    public SlipProposal? Beside { get; init; }

    /// <summary>This one, or both.</summary>
    public IEnumerable<SlipProposal> All => Beside is null ? [this] : [this, Beside];
}

/// <summary>A loss at one step that would explain the readings as they are.</summary>
/// <param name="Share">How likely, among all slips and losses that were tried and neither.</param>
public sealed record LossProposal(Leak Leak, double Share);

/// <summary>What may be wrong with a batch that does not add up: readings that slipped beside a loss that nobody wrote down.</summary>
/// <param name="Slips">Likeliest first; empty where no slip is likelier than none.</param>
/// <param name="Losses">Likeliest first; empty where no loss is likelier than none.</param>
public sealed record Hypotheses(IReadOnlyList<SlipProposal> Slips, IReadOnlyList<LossProposal> Losses)
{
    public static readonly Hypotheses None = new([], []);

    /// <summary>A loss is likelier than every slip.</summary>
    public bool LossFirst => Losses.Count > 0 && (Slips.Count == 0 || Losses[0].Share > Slips[0].Share);
}

/// <summary>A reading that disagrees with the rest, found by serial elimination: without it, and without those before it.</summary>
/// <param name="Likelihood">Generalised likelihood ratio: what χ² falls by when the reading is left out.</param>
/// <param name="ChiSquare">What is left of χ².</param>
public sealed record Eliminated(int Reading, double Likelihood, double ChiSquare, bool Passes);
