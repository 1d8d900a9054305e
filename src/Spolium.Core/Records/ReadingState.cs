namespace Spolium.Core.Records;

/// <summary>Something that was read at the bench, and when.</summary>
/// <param name="Kind">temperature, pH, volume, density, or one of those that tell the plan more.</param>
public sealed record ReadingState(string Kind, TypedNumber Value, DateTimeOffset At, string EntryId)
{
    /// <summary>mL of foam above the liquor after the last portion, at its highest.</summary>
    public const string Foam = "foam";

    /// <summary>Share of the metal that is left once the last portion has gone quiet.</summary>
    public const string Left = "left";

    /// <summary>The same as grams, taken out, rinsed and weighed.</summary>
    public const string LeftGrams = "left-grams";

    /// <summary>It moves what is still to be poured.</summary>
    public bool TellsThePlan => Kind is Foam or Left or LeftGrams;
}
