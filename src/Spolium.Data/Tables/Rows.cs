using System.Diagnostics.CodeAnalysis;

namespace Spolium.Data.Tables;

/// <summary>One entry of the journal. Rows are only ever added. Times are UTC ticks, which SQLite can order.</summary>
public sealed class EntryRow
{
    public long Seq { get; set; }
    public required string Id { get; set; }
    public long OccurredTicks { get; set; }
    public int OccurredOffsetMinutes { get; set; }
    public long RecordedTicks { get; set; }
    public required string By { get; set; }
    public required string Kind { get; set; }
    public int Schema { get; set; }
    public required string Json { get; set; }

    /// <summary>Tells a repeated request from another one under the same id.</summary>
    public required string Hash { get; set; }

    /// <summary>Over this entry and the one before it (see Chain); null only while a folder of an earlier version is being brought
    /// up.</summary>
    public byte[]? Chain { get; set; }
}

/// <summary>An entry in a stream: each version of a stream exists once.</summary>
[SuppressMessage("Naming", "CA1711", Justification = "A stream of the journal, not of bytes.")]
public sealed class EntryStreamRow
{
    public required string Stream { get; set; }
    public long Version { get; set; }
    public long Seq { get; set; }
}

/// <summary>A plan as it was frozen when its step began: its text, compressed.</summary>
public sealed class PlanRow
{
    public required string Sha256 { get; set; }
    public required byte[] Data { get; set; }
}

/// <summary>Projection: the list of lots.</summary>
public sealed class LotRow
{
    public required string Id { get; set; }
    public required string Code { get; set; }
    public required string Title { get; set; }
    public required string Material { get; set; }
    public required string Field { get; set; }
    public double Amount { get; set; }
    public double Left { get; set; }
    public long ReceivedTicks { get; set; }
    public string? PartOf { get; set; }

    /// <summary>What it waits for.</summary>
    public string? WaitsFor { get; set; }

    /// <summary>It was sorted into parts.</summary>
    public bool Sorted { get; set; }
}

/// <summary>Projection: the list of batches.</summary>
public sealed class BatchRow
{
    public required string Id { get; set; }
    public required string Code { get; set; }
    public required string Title { get; set; }
    public required string LotCode { get; set; }
    public double FeedG { get; set; }
    public string? CurrentStep { get; set; }
    public bool CurrentBegun { get; set; }
    public long StartedTicks { get; set; }
    public long? ClosedTicks { get; set; }
    public double? ProductG { get; set; }

    /// <summary>Kind of scrap of its first lot.</summary>
    public required string Material { get; set; }

    /// <summary>The lot that its content is drawn by: batches of one lot share its guess.</summary>
    public required string LotRoot { get; set; }

    /// <summary>Of a closed batch: its readings agree within their uncertainties. True while it is open.</summary>
    public bool AddsUp { get; set; }

    /// <summary>Its readings disagree and somebody said why they are right.</summary>
    public bool Explained { get; set; }

    /// <summary>How often a closed batch was restated.</summary>
    public int Restated { get; set; }

    /// <summary>It came in from another shop.</summary>
    public bool Foreign { get; set; }
}

/// <summary>Projection: steps of batches.</summary>
public sealed class StepRow
{
    public required string BatchId { get; set; }
    public required string StepId { get; set; }
    public int Number { get; set; }
    public required string Method { get; set; }
    public long? BegunTicks { get; set; }
    public long? ClosedTicks { get; set; }
    public int Pours { get; set; }
}

/// <summary>Projection: what stands on each account, by element.</summary>
public sealed class HoldingRow
{
    public required string Account { get; set; }
    public required string Element { get; set; }
    public long Micrograms { get; set; }

    /// <summary>Standard uncertainty of what came there last, g.</summary>
    public double Sigma { get; set; }

    /// <summary>Where it stands, in the words of Accounts/HoldingKind; null for what is no metal of the house.</summary>
    public string? Place { get; set; }
    public string? BatchId { get; set; }
}

/// <summary>Projection: streams that an entry touches, so that their states can be folded from the disk.</summary>
public sealed class TouchRow
{
    public required string Stream { get; set; }
    public long Seq { get; set; }

    /// <summary>Version that the stream had in the shop that a batch was brought in from.</summary>
    public long? Version { get; set; }
}

/// <summary>Projection: streams of what is at work. All others are at rest: nobody needs them before somebody asks.</summary>
public sealed class AtWorkRow
{
    public required string Stream { get; set; }
}

/// <summary>Projection: what a closed batch showed of practice.</summary>
public sealed class PracticeRow
{
    public required string BatchId { get; set; }
    public long ClosedTicks { get; set; }
    public required string Json { get; set; }
}

/// <summary>Projection: the list of bottles that ever stood on the shelf.</summary>
public sealed class BottleRow
{
    public required string Id { get; set; }
    public required string Name { get; set; }
    public required string Formula { get; set; }
    public double Grams { get; set; }
    public long ReceivedTicks { get; set; }

    /// <summary>Nothing is in it any more, or it was thrown away.</summary>
    public bool Empty { get; set; }
}

/// <summary>Projection: legs of the metal book.</summary>
public sealed class PostingRow
{
    public long Id { get; set; }

    /// <summary>Number of the entry, or of the one that brought it.</summary>
    public long Seq { get; set; }
    public required string EntryId { get; set; }
    public required string Account { get; set; }
    public required string Element { get; set; }
    public long Micrograms { get; set; }
    public double SigmaG { get; set; }
    public required string Basis { get; set; }

    /// <summary>Ids of the readings that it rests on, with a space between; null without.</summary>
    public string? Readings { get; set; }
}

/// <summary>How far the projections have come.</summary>
public sealed class ProjectionRow
{
    public int Id { get; set; }
    public long Seq { get; set; }
    public int Version { get; set; }
}
