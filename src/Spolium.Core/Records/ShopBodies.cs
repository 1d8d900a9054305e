using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>A kind of scrap of the shop's own, or its copy of one of the library; kept again it replaces what was kept before.</summary>
public sealed record MaterialKept(Material Material, string? CopyOf) : EntryBody;

public sealed record MaterialDropped(string MaterialId, string Why) : EntryBody;

/// <summary>A price list, valid from when it happened until the next.</summary>
public sealed record PricesKept(PriceList List) : EntryBody;

/// <summary>A plan put by under a name, frozen with its figures as they were.</summary>
/// <param name="Prices">Id of the price list that its money was reckoned with; null where there was none.</param>
/// <param name="CopyOf">The plan that it was copied from.</param>
public sealed record PlanSaved(
    string PlanId,
    string Title,
    string LotId,
    TypedNumber Amount,
    Route Route,
    [property: JsonConverter(typeof(MethodNames))] IReadOnlyList<string> Methods,
    IReadOnlyList<Bottle> Bottles,
    string? Prices,
    string CodeVersion,
    string DataHash,
    IReadOnlyList<Figure> Figures,
    string? CopyOf = null
) : EntryBody;

public sealed record PlanRenamed(string PlanId, string Title) : EntryBody;

public sealed record PlanDropped(string PlanId) : EntryBody;

/// <summary>A step tried by itself, kept under a name: the charge as typed, the method, its options, the bottles.</summary>
public sealed record StepKept(
    string KeptId,
    string Title,
    [property: JsonConverter(typeof(MethodName))] string Method,
    ChargeSpec Charge,
    [property: JsonConverter(typeof(OptionNames))] IReadOnlyDictionary<string, string> Options,
    IReadOnlyList<string> Bottles
) : EntryBody;

/// <summary>A vessel of the shop: its kind and size as Reference/vessels.csv has them, and its tare.</summary>
public sealed record VesselNamed(string VesselId, string Kind, double NominalMl, TypedNumber? Tare) : EntryBody;

/// <param name="Why">Broken, given away.</param>
public sealed record VesselGone(string VesselId, string Why) : EntryBody;
