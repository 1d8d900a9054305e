namespace Spolium.Core.Records;

/// <summary>An answer to a question about a liquor; left out, nobody was asked.</summary>
public enum Answer
{
    NotKnown,
    Yes,
    No,
}

/// <summary>What is known of a chloride liquor beside its metals and acid.</summary>
/// <param name="Denitrated">The nitric acid was destroyed, and a sign showed it.</param>
/// <param name="Chlorine">Chlorine is dissolved in it.</param>
/// <param name="Sulphite">Sulphite or sulphur dioxide is in it.</param>
/// <param name="Nitrate">mol/L, where somebody knows how much nitrate is left: goes before the answer.</param>
public sealed record LiquorState(Answer? Denitrated = null, Answer? Chlorine = null, Answer? Sulphite = null, TypedNumber? Nitrate = null);
