namespace Spolium.Core.Records;

/// <summary>A licence that the shop has, as somebody typed it from its paper. It opens gates of its scope from then on, and none before.
/// </summary>
/// <param name="Number">As it stands on the paper.</param>
/// <param name="Scope">Ids of Reference/licence-scopes.csv.</param>
/// <param name="From">First day on which it holds.</param>
/// <param name="Until">Last day on which it holds.</param>
public sealed record LicenceHeld(string LicenceId, string Number, string Holder, IReadOnlyList<string> Scope, DateOnly From, DateOnly Until)
    : EntryBody;

/// <summary>It holds no more.</summary>
/// <param name="Why">Given back, taken away, typed wrongly.</param>
public sealed record LicenceEnded(string LicenceId, string Why) : EntryBody;

/// <summary>The shop leads less of some work without a licence than Spolium would; never more.</summary>
public sealed record LimitLowered(string LimitId, TypedNumber Most) : EntryBody;
