namespace Spolium.Core.Reference;

/// <summary>A data file, told as the page "Where figures come from" shows it (Reference/sources.csv).</summary>
/// <param name="Checked">How it was checked.</param>
/// <param name="Error">Estimated error, in words.</param>
/// <param name="Rows">Number of rows.</param>
/// <param name="Sources">Each source that a row names, once.</param>
public sealed record DataFile(
    string File,
    string What,
    string Checked,
    string Error,
    string Source,
    int Rows,
    IReadOnlyList<string> Sources
)
{
    public static readonly IReadOnlyList<DataFile> All =
    [
        .. ReferenceTable
            .Read(
                "sources.csv",
                r =>
                    (
                        File: r.Text("file"),
                        What: r.Text("what"),
                        Checked: r.Text("checked"),
                        Error: r.Text("error"),
                        Source: r.Text("source")
                    ),
                "file"
            )
            .Select(f =>
            {
                var rows = ReferenceTable.Read(f.File, r => r.Text("source"));
                return new DataFile(f.File, f.What, f.Checked, f.Error, f.Source, rows.Count, [.. rows.Distinct()]);
            }),
    ];
}
