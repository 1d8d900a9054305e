namespace Spolium.Core.Records;

public sealed record NoteWritten(string? BatchId, string? StepId, string Text) : EntryBody;

/// <summary>Takes earlier entries back, and may put another in their place. All stay in the journal.</summary>
/// <param name="Corrects">Ids of the entries, newest first.</param>
public sealed record Correction(IReadOnlyList<string> Corrects, string? Reason, EntryBody? Instead) : EntryBody;

/// <summary>The chain of the journal was broken at an entry; somebody looked at it and gave the word to go on.</summary>
/// <param name="Seq">Number of the entry at which it broke.</param>
/// <param name="What">What was wrong, as it was told.</param>
/// <param name="Found">Hash of what stood there then.</param>
public sealed record BreakAccepted(long Seq, string What, string Found, string Why) : EntryBody;
