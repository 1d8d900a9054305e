namespace Spolium.Core.Records;

/// <summary>So much of a lot left the house, to somebody who may take it.</summary>
/// <param name="Amount">Mass of a solid, volume of a liquor.</param>
/// <param name="Receiver">Who took it.</param>
/// <param name="Licence">Under which licence or register number the receiver takes it; empty where none is needed or known.</param>
/// <param name="Container">What it went in: "20 L canister".</param>
/// <param name="Ph">As it was read; null where nobody did.</param>
/// <param name="Receipt">Number of the paper that came back; empty until it comes.</param>
/// <param name="Contents">What the sheet said of it then, a line each: kept, so that the register never reckons anew.</param>
public sealed record LotHandedOver(
    string LotId,
    TypedNumber Amount,
    string Receiver,
    string Licence,
    string Container,
    TypedNumber? Ph,
    string Receipt,
    IReadOnlyList<string> Contents,
    string? Note = null
) : EntryBody;

/// <summary>The paper for what was handed over came.</summary>
/// <param name="HandOver">Entry of the handing over.</param>
public sealed record ReceiptCame(string LotId, string HandOver, string Receipt) : EntryBody;
