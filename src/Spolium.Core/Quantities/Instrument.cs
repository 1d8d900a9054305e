namespace Spolium.Core.Quantities;

/// <summary>
/// What a reading is taken with, and so its uncertainty (Reference/instruments.csv). Masses are read on balances, whose step the batch
/// knows, and volumes in vessels (volume-instruments.csv).
/// </summary>
/// <param name="PlusMinus">In the core's unit of the field, 1.645 standard uncertainties.</param>
/// <param name="Invented">A guess of Spolium's.</param>
public sealed record Instrument(string Id, Field Field, string Name, double PlusMinus, bool Invented, string Source)
{
    /// <summary>Of each field the usual one first.</summary>
    public static readonly IReadOnlyList<Instrument> All = ReferenceTable.Read(
        "instruments.csv",
        r => new Instrument(
            r.Text("id"),
            Enum.Parse<Field>(r.Text("field")),
            r.Text("name"),
            r.Number("plus_minus"),
            r.Text("invented") == "yes",
            r.Source
        ),
        "id"
    );

    /// <summary>The reading with its instrument: the one that was named, or the usual one of its field. A ± that was typed stays; a field
    /// without instruments is left as it is.</summary>
    /// <param name="id">Id of an instrument of the field; null or unknown takes the usual one.</param>
    public static TypedNumber Read(TypedNumber number, string? id = null) =>
        number.Instrument is not null
        || (All.FirstOrDefault(i => i.Id == id && i.Field == number.Field) ?? All.FirstOrDefault(i => i.Field == number.Field))
            is not { } instrument
            ? number
            : number with
            {
                Instrument = instrument.Name,
                PlusMinus = number.PlusMinus > 0 ? number.PlusMinus : instrument.PlusMinus,
            };
}
