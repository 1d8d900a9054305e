namespace Spolium.Core.Solutions;

/// <summary>A vessel that volume is read in, and how far off it may be (Reference/volume-instruments.csv).</summary>
/// <param name="Share">± as a share of the volume read, 1.645 standard uncertainties.</param>
public sealed record VolumeInstrument(string Id, string Name, double Share, bool FilledToMark, bool Invented, string Source)
{
    public static readonly IReadOnlyList<VolumeInstrument> All = ReferenceTable.Read(
        "volume-instruments.csv",
        r => new VolumeInstrument(
            r.Text("id"),
            r.Text("name"),
            r.Number("share"),
            r.Text("filled_to_mark") == "yes",
            r.Text("invented") == "yes",
            r.Source
        ),
        "id"
    );

    public static VolumeInstrument? Find(string? id) => All.FirstOrDefault(v => v.Id == id);

    /// <summary>A volume as read in this vessel; a ± that was typed wins.</summary>
    public TypedNumber Read(TypedNumber volume) =>
        volume.PlusMinus > 0 ? volume with { Instrument = Name } : volume with { PlusMinus = Share * volume.Value, Instrument = Name };
}
