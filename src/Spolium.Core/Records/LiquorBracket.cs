using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>
/// A liquor tested for a metal against standards (stannous chloride, drop beside drop): darker than one, lighter than the next. Between the
/// two any concentration is as good as another; times the volume it is what the liquor holds.
/// </summary>
/// <param name="Output">Id of the holding.</param>
/// <param name="Volume">mL, with the ± of the vessel that it was read in.</param>
/// <param name="Low">g/L: the standard that it was darker than; 0 where it was lighter than all.</param>
/// <param name="High">g/L: the standard that it was lighter than.</param>
/// <param name="EntryId">Filled by the replay.</param>
public sealed record LiquorBracket(
    [property: JsonConverter(typeof(OutputName))] string Output,
    string Element,
    TypedNumber Volume,
    TypedNumber Low,
    TypedNumber High,
    string EntryId = ""
);
