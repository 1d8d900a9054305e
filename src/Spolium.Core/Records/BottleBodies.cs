namespace Spolium.Core.Records;

/// <summary>Bottles that came to the shelf together: one delivery, or one file.</summary>
public sealed record BottlesReceived(IReadOnlyList<NewBottle> Bottles) : EntryBody;

/// <summary>A bottle made here from others (the water among them has the id "water").</summary>
/// <param name="BatchId">The batch that made it, if one did.</param>
public sealed record BottleMade(NewBottle Bottle, IReadOnlyList<BottlePour> From, string? BatchId) : EntryBody;

/// <param name="AddsG">Grams by which its mass becomes another: what came in was a volume, and the test found another density. Null where
/// it stays.</param>
public sealed record BottleTested(string BottleId, StrengthTest Test, double? AddsG = null) : EntryBody;

public sealed record BottleOpened(string BottleId) : EntryBody;

/// <summary>The look-alike test of a bottle of a trade kind, and what was seen.</summary>
public sealed record LookAlikeChecked(string BottleId, string Saw) : EntryBody;

/// <param name="Where">Where it went.</param>
public sealed record BottleDiscarded(string BottleId, double Grams, string Where) : EntryBody;

public sealed record StockTaken(IReadOnlyList<StockLine> Lines, string? Reason = null) : EntryBody;
