using Spolium.Core.Safety;

namespace Spolium.Server.Lots;

/// <param name="Of">Whole: of the lot; Rest: of what the lines of the whole leave; Part: of the part that is named.</param>
public sealed record ContentLineRequest(string Element, string Low, string Likely, string High, ContentOf Of);

/// <summary>What may be in a lot, as typed.</summary>
/// <param name="Part">Name of the part that lines of a part are a share of ("tip").</param>
/// <param name="PartShare">Its share of the lot, one number or low–likely–high.</param>
/// <param name="Balance">Element of the balance; "pieces" where it is no metal.</param>
/// <param name="Open">Share of the metals that a liquid reaches unbroken, one number or low–likely–high.</param>
public sealed record ContentRequest(
    IReadOnlyList<ContentLineRequest> Lines,
    string? Balance = null,
    LiquorKind? Liquor = null,
    string? FreeAcid = null,
    IReadOnlyList<string>? Marks = null,
    string? Part = null,
    string? PartShare = null,
    string? Open = null,
    LiquorStateRequest? State = null
);

/// <summary>What is known of a chloride liquor beside its metals; what is left out was not asked.</summary>
/// <param name="Nitrate">mol/L left, where somebody knows it.</param>
public sealed record LiquorStateRequest(
    Answer? Denitrated = null,
    Answer? Chlorine = null,
    Answer? Sulphite = null,
    string? Nitrate = null
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
        ContentPart? open = null;
        if (!liquor && !string.IsNullOrWhiteSpace(request.Open))
        {
            var (low, likely, high) = reader.Range(prefix + "open", request.Open, Field.Share);
            open = new("open", low, likely, high);
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
            part,
            Open: open,
            State: liquor && request.Liquor == LiquorKind.Chloride ? reader.State(request.State, prefix) : null
        );
    }

    /// <summary>What was answered of a chloride liquor; null where nothing was.</summary>
    public static LiquorState? State(this RequestReader reader, LiquorStateRequest? request, string prefix = "") =>
        request is null or { Denitrated: null, Chlorine: null, Sulphite: null } && string.IsNullOrWhiteSpace(request?.Nitrate)
            ? null
            : new(
                request!.Denitrated,
                request.Chlorine,
                request.Sulphite,
                reader.Optional(prefix + "state.nitrate", request.Nitrate, Field.Molarity)
            );

    /// <summary>The answers as they are typed.</summary>
    public static LiquorStateRequest? AsTyped(LiquorState? state) =>
        state is null ? null : new(state.Denitrated, state.Chlorine, state.Sulphite, state.Nitrate?.Text);

    /// <summary>A content as it is typed: what reads back the same.</summary>
    public static ContentRequest AsTyped(Content content) =>
        new(
            [.. content.Lines.Select(l => new ContentLineRequest(l.Element, l.Low.Text, l.Likely.Text, l.High.Text, l.Of))],
            content.Balance,
            content.Liquor,
            content.FreeAcid?.Text,
            content.Marks,
            content.Part?.Name,
            Range(content.Part),
            Range(content.Open),
            AsTyped(content.State)
        );

    private static string? Range(ContentPart? p) => p is null ? null : $"{Plain(p.Low)}-{Plain(p.Likely)}-{Plain(p.High)} %";

    private static string Plain(TypedNumber share) =>
        (share.Value * 100).ToString("0.######", System.Globalization.CultureInfo.InvariantCulture);
}
