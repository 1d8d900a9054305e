namespace Spolium.Core.Records;

public sealed record NoteWritten(string? BatchId, string? StepId, string Text) : EntryBody;

/// <summary>Takes an earlier entry back, and may put another in its place. Both stay in the journal.</summary>
public sealed record Correction(string Corrects, string Reason, EntryBody? Instead) : EntryBody;

/// <summary>The chain of the journal was broken at an entry; somebody looked at it and gave the word to go on.</summary>
/// <param name="Seq">Number of the entry at which it broke.</param>
/// <param name="What">What was wrong, as it was told.</param>
/// <param name="Found">Hash of what stood there then.</param>
public sealed record BreakAccepted(long Seq, string What, string Found, string Why) : EntryBody;
