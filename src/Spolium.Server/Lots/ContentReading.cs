using Spolium.Core.Safety;

namespace Spolium.Server.Lots;

/// <param name="Of">Whole: of the lot; Rest: of what the lines of the whole leave; Part: of the part that is named.</param>
public sealed record ContentLineRequest(string Element, string Low, string Likely, string High, ContentOf Of);

/// <summary>What may be in a lot, as typed.</summary>
/// <param name="Part">Name of the part that lines of a part are a share of ("tip").</param>
/// <param name="PartShare">Its share of the lot, one number or low–likely–high.</param>
public sealed record ContentRequest(
    IReadOnlyList<ContentLineRequest> Lines,
    string? Balance = null,
    LiquorKind? Liquor = null,
    string? FreeAcid = null,
    IReadOnlyList<string>? Marks = null,
    string? Part = null,
    string? PartShare = null
);

/// <summary>Reads a content; what is wrong is noted under its field.</summary>
internal static class ContentReading
{
    /// <param name="prefix">Put before each field's name, such as "parts[0].".</param>
    public static Content Content(this RequestReader reader, ContentRequest request, bool liquor, string prefix = "")
    {
        var field = liquor ? Field.Concentration : Field.Share;
        TypedNumber Number(int i, string name, string text) => reader.Quantity($"{prefix}content[{i}].{name}", text, field);
        ContentPart? part = null;
        if (!string.IsNullOrWhiteSpace(request.Part) && request.Lines.Any(l => l.Of == ContentOf.Part))
        {
            var (low, likely, high) = reader.Range(prefix + "partShare", request.PartShare, Field.Share);
            part = new(request.Part.Trim(), low, likely, high);
        }
        return new(
            [
                .. request.Lines.Select(
                    (l, i) =>
                        new ContentLine(
                            l.Element.Trim(),
                            Number(i, "low", l.Low),
                            Number(i, "likely", l.Likely),
                            Number(i, "high", l.High),
                            l.Of
                        )
                ),
            ],
            string.IsNullOrWhiteSpace(request.Balance) ? null : request.Balance,
            liquor ? request.Liquor : null,
            liquor ? reader.Optional(prefix + "freeAcid", request.FreeAcid, Field.Molarity) : null,
            request.Marks is { Count: > 0 } marks ? [.. marks.Intersect(Suspicion.Marks)] : null,
            part
        );
    }

    /// <summary>A content as it is typed: what reads back the same.</summary>
    public static ContentRequest AsTyped(Content content) =>
        new(
            [.. content.Lines.Select(l => new ContentLineRequest(l.Element, l.Low.Text, l.Likely.Text, l.High.Text, l.Of))],
            content.Balance,
            content.Liquor,
            content.FreeAcid?.Text,
            content.Marks,
            content.Part?.Name,
            content.Part is { } p ? $"{Plain(p.Low)}-{Plain(p.Likely)}-{Plain(p.High)} %" : null
        );

    private static string Plain(TypedNumber share) =>
        (share.Value * 100).ToString("0.######", System.Globalization.CultureInfo.InvariantCulture);
}
