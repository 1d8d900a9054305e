namespace Spolium.Server.Leavings;

public sealed record LabelledView(string Formula, FigureView Grams, FigureView Percent);

/// <summary>What stands on a container, and on the sheet that goes with it.</summary>
/// <param name="Known">False where only its metals are known: nothing is said of hazards then.</param>
/// <param name="Diamonds">Names of pictures: eats, feeds-fire, flame, gas, harmful, lasting, poison, water-life.</param>
/// <param name="Says">What the marks of its substances mean, in our words.</param>
/// <param name="NoMarksFor">Substances that no table here has marks of.</param>
/// <param name="Licence">Why only somebody with a licence may take it; null where nothing is known of that.</param>
public sealed record ContainerView(
    FeedFrom From,
    string Id,
    string Code,
    string Title,
    bool Wet,
    bool Known,
    DateTimeOffset Since,
    FigureView? Amount,
    IReadOnlyList<LabelledView> Substances,
    string Signal,
    IReadOnlyList<string> Diamonds,
    IReadOnlyList<string> Says,
    IReadOnlyList<string> NoMarksFor,
    IReadOnlyList<string> NotWith,
    IReadOnlyList<string> Marks,
    string? Licence
);

public sealed record HandOverRequest(
    Head Head,
    string Amount,
    string Receiver,
    string Licence,
    string Container,
    string? Ph,
    string Receipt,
    string? Note
);

/// <param name="HandOver">Entry of the handing over that never was.</param>
public sealed record StaysRequest(Head Head, string HandOver, string Reason);

public sealed record ReceiptRequest(Head Head, string HandOver, string Receipt);

/// <summary>A line of the register of what left.</summary>
/// <param name="HandOver">Its entry.</param>
public sealed record LeftView(
    string HandOver,
    string LotId,
    string Code,
    string Title,
    string Amount,
    string Receiver,
    string Licence,
    string Container,
    string Ph,
    string Receipt,
    IReadOnlyList<string> Contents,
    string? Note,
    DateTimeOffset At,
    string By
);

/// <param name="More">There are older ones.</param>
public sealed record RegisterView(IReadOnlyList<LeftView> Left, bool More);
