namespace Spolium.Core.Records;

/// <summary>A substance of a holding that was put away.</summary>
/// <param name="Phase">Its phase by name.</param>
/// <param name="HighMol">Moles at the high end (95 %); of water the likely.</param>
public sealed record KeptSubstance(string Formula, string Phase, double HighMol);

/// <summary>What a holding held when it was put away, by substance, with its marks: what comes to it later is held against this.</summary>
public sealed record KeptCharge(IReadOnlyList<KeptSubstance> Substances, IReadOnlyList<string> Marks);
