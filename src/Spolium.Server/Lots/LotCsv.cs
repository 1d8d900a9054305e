using System.Globalization;
using Spolium.Server.Guard;

namespace Spolium.Server.Lots;

/// <param name="Csv">Columns id, code, title, material, amount, plus_minus, pieces, thickness, content, balance, held_by, free_acid, part,
/// marks, open, nitrate, denitrated, chlorine, sulphite; code, title and amount must be there.</param>
public sealed record LotCsvRequest(Head Head, [Longest(LongestAttribute.File)] string Csv);

/// <param name="Codes">Of the lots that came in.</param>
public sealed record LotsCame(IReadOnlyList<string> Codes);

/// <summary>Lots as a table, out and in again. Content stands in one cell: "Ag 8-11-14 %; Cu 58-63-70 % rest".</summary>
internal static class LotCsv
{
    private static readonly CsvTable Table = new(
        [
            "id",
            "code",
            "title",
            "material",
            "amount",
            "plus_minus",
            "pieces",
            "thickness",
            "content",
            "balance",
            "held_by",
            "free_acid",
            "part",
            "marks",
            "open",
            "nitrate",
            "denitrated",
            "chlorine",
            "sulphite",
        ],
        ["code", "title", "amount"],
        "lots"
    );

    /// <summary>Lots of which something is left, at what is left of them.</summary>
    public static string Write(State state) =>
        Table.Write(
            state
                .Lots.Values.Where(l => l.Left > 0 && l.Sources.Count == 0)
                .OrderBy(l => l.Code, StringComparer.Ordinal)
                .Select(l =>
                {
                    var typed = ContentReading.AsTyped(l.Content);
                    return new[]
                    {
                        l.Id,
                        l.Code,
                        l.Title,
                        l.Material,
                        $"{Plain(l.Left)} {(l.Amount.Field == Field.Mass ? "g" : "mL")}",
                        l.Amount.PlusMinus > 0 ? $"{Plain(l.Amount.PlusMinus)} {(l.Amount.Field == Field.Mass ? "g" : "mL")}" : "",
                        l.Pieces?.ToString(CultureInfo.InvariantCulture) ?? "",
                        l.Thickness?.Text ?? "",
                        string.Join(
                            "; ",
                            l.Content.Lines.Select(x =>
                                $"{x.Element} {Range(x)}{(x.Of == ContentOf.Whole ? "" : " " + x.Of.ToString().ToLowerInvariant())}"
                            )
                        ),
                        l.Content.Balance ?? "",
                        l.Content.Liquor?.ToString().ToLowerInvariant() ?? "",
                        l.Content.FreeAcid?.Text ?? "",
                        l.Content.Part is { } p ? $"{p.Name} {typed.PartShare}" : "",
                        string.Join(' ', l.Content.Marks ?? []),
                        typed.Open ?? "",
                        typed.State?.Nitrate ?? "",
                        typed.State?.Denitrated?.ToString() ?? "",
                        typed.State?.Chlorine?.ToString() ?? "",
                        typed.State?.Sulphite?.ToString() ?? "",
                    };
                })
        );

    private static string Range(ContentLine l) =>
        l.Likely.Field == Field.Share
            ? $"{Plain(l.Low.Value * 100)}-{Plain(l.Likely.Value * 100)}-{Plain(l.High.Value * 100)} %"
            : $"{Plain(l.Low.Value)}-{Plain(l.Likely.Value)}-{Plain(l.High.Value)} g/L";

    private static string Plain(double x) => x.ToString("0.######", CultureInfo.InvariantCulture);

    /// <summary>All rows, or errors by row and column: nothing is half imported.</summary>
    public static List<LotReceived> Read(string text, RequestReader reader)
    {
        var lots = new List<LotReceived>();
        foreach (var cell in Table.Read(text, reader))
            lots.Add(One(cell, CsvTable.Row(lots.Count), reader));
        return lots;
    }

    private static LotReceived One(Func<string, string?> cell, string row, RequestReader reader)
    {
        var amount = reader.MassOrVolume(row + "amount", cell("amount"), cell("plus_minus"));
        var liquor = amount.Field == Field.Volume;
        LiquorKind? held = null;
        if (cell("held_by") is { Length: > 0 } by)
            if (Enum.TryParse<LiquorKind>(by, true, out var kind))
                held = kind;
            else
                reader.Errors.Add(
                    new(
                        row + "held_by",
                        $"'{by}' holds no metals",
                        "use one of " + string.Join(", ", Enum.GetNames<LiquorKind>()).ToLowerInvariant()
                    )
                );
        var pieces = cell("pieces") is { Length: > 0 } n
            ? int.TryParse(n, out var count) && count > 0
                ? count
                : (int?)-1
            : null;
        if (pieces == -1)
            reader.Errors.Add(new(row + "pieces", $"'{cell("pieces")}' is no number of pieces", "a whole number, or empty"));
        var lines = (cell("content") ?? "")
            .Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Select(l => Line(l, row, liquor, reader))
            .OfType<ContentLine>()
            .ToList();
        ContentPart? part = null;
        if (cell("part") is { Length: > 0 } p && p.LastIndexOf(' ', Math.Max(0, p.Length - 3)) is > 0 and var at)
        {
            var (low, likely, high) = reader.Range(row + "part", p[(at + 1)..], Field.Share);
            part = new(p[..at].Trim(), low, likely, high);
        }
        ContentPart? open = null;
        if (!liquor && cell("open") is { Length: > 0 } reached)
        {
            var (low, likely, high) = reader.Range(row + "open", reached, Field.Share);
            open = new("open", low, likely, high);
        }
        Answer? Answered(string column)
        {
            if (cell(column) is not { Length: > 0 } said)
                return null;
            if (Enum.TryParse<Answer>(said, true, out var answer))
                return answer;
            reader.Errors.Add(new(row + column, $"'{said}' answers nothing", "write yes, no or notknown, or leave it empty"));
            return null;
        }
        var marks = (cell("marks") ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var known = Core.Safety.Suspicion.All.Select(s => s.Mark).ToList();
        foreach (var strange in marks.Except(known))
            reader.Errors.Add(new(row + "marks", $"'{strange}' is no mark that is known here", "use " + string.Join(", ", known)));
        return new(
            cell("id") is { Length: > 0 } id ? id : Guid.NewGuid().ToString(),
            (cell("code") ?? "").Trim(),
            (cell("title") ?? "").Trim(),
            cell("material") ?? "",
            amount,
            new(
                lines,
                cell("balance") is { Length: > 0 } b ? b : null,
                held,
                liquor ? reader.Optional(row + "free_acid", cell("free_acid"), Field.Molarity) : null,
                marks.Length > 0 ? marks : null,
                part,
                Open: open,
                State: held == LiquorKind.Chloride
                    ? reader.State(new(Answered("denitrated"), Answered("chlorine"), Answered("sulphite"), cell("nitrate")), row)
                    : null
            ),
            reader.Optional(row + "thickness", cell("thickness"), Field.Length),
            [],
            pieces
        );
    }

    // "Ag 8-11-14 %", "Cu 58-63-70 % rest"
    private static ContentLine? Line(string text, string row, bool liquor, RequestReader reader)
    {
        var of = ContentOf.Whole;
        foreach (var word in new[] { ContentOf.Rest, ContentOf.Part })
            if (text.EndsWith(" " + word, StringComparison.OrdinalIgnoreCase))
                (of, text) = (word, text[..^(word.ToString().Length + 1)]);
        var at = text.IndexOf(' ', StringComparison.Ordinal);
        if (at <= 0)
        {
            reader.Errors.Add(new(row + "content", $"'{text}' says nothing of a metal", "write such as Ag 8-11-14 %"));
            return null;
        }
        var (low, likely, high) = reader.Range(row + "content", text[(at + 1)..], liquor ? Field.Concentration : Field.Share);
        return new(text[..at], low, likely, high, of);
    }
}
