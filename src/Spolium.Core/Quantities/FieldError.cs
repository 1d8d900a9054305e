namespace Spolium.Core.Quantities;

/// <summary>What is wrong with one field of what somebody typed: which, why, and what would be right.</summary>
/// <param name="Becomes">The number that a usual slip would have turned into this one, with its unit, ready to be taken; null where none
/// agrees.</param>
public sealed record FieldError(string Field, string Reason, string WayOut, string? Becomes = null);
