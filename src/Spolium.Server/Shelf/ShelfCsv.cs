using System.Globalization;

namespace Spolium.Server.Shelf;

/// <summary>The shelf as a table, out and in again. What goes out can come back in.</summary>
internal static class ShelfCsv
{
    private static readonly CsvTable Table = new(
        ["id", "form", "amount", "strength", "strength_plus_minus", "density", "price", "place", "use_by", "certificate", "name"],
        ["id", "form", "amount"],
        "bottles"
    );

    public static string Write(State state)
    {
        string Number(double x) => x.ToString("0.####", CultureInfo.InvariantCulture);
        return Table.Write(
            state
                .Shelf.Values.Where(b => !b.IsEmpty)
                .OrderBy(b => b.Id, StringComparer.Ordinal)
                .Select(b =>
                    new[]
                    {
                        b.Id,
                        b.Form,
                        Number(b.Grams) + " g",
                        Number(b.Strength.Fraction * 100) + " %",
                        b.Strength.PlusMinus > 0 ? Number(b.Strength.PlusMinus * 100) + " %" : "",
                        b.Strength.DensityGPerMl is { } d ? Number(d) + " g/mL" : "",
                        b.Price?.Told ?? "",
                        b.Place,
                        b.UseBy?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "",
                        b.Certificate || b.LookAlike is not null || b.Made ? "yes" : "no",
                        b.Name,
                    }
                )
        );
    }

    /// <summary>All rows, or errors by row and column: nothing is half imported.</summary>
    public static List<BottleWish> Read(string text, RequestReader reader)
    {
        var wishes = new List<BottleWish>();
        foreach (var cell in Table.Read(text, reader))
        {
            var certificate = cell("certificate")?.ToLowerInvariant() ?? "";
            if (certificate is not ("" or "yes" or "no"))
                reader.Errors.Add(
                    new(CsvTable.Row(wishes.Count) + "certificate", $"'{certificate}' is neither yes nor no", "write yes or no")
                );
            wishes.Add(
                ShelfEndpoints.Wish(
                    reader,
                    CsvTable.Row(wishes.Count),
                    new(
                        cell("id") ?? "",
                        cell("form") ?? "",
                        cell("amount") ?? "",
                        cell("strength"),
                        cell("density"),
                        cell("price"),
                        cell("place"),
                        cell("use_by"),
                        certificate == "yes",
                        cell("name"),
                        cell("strength_plus_minus")
                    )
                )
            );
        }
        return wishes;
    }
}
