using Microsoft.EntityFrameworkCore.Design;

namespace Spolium.Data;

/// <summary>The tables: an append-only journal, and projections that can be dropped and made again from it.</summary>
public sealed class SpoliumDb(DbContextOptions<SpoliumDb> options) : DbContext(options)
{
    public DbSet<EntryRow> Entries => Set<EntryRow>();
    public DbSet<EntryStreamRow> Streams => Set<EntryStreamRow>();
    public DbSet<LotRow> Lots => Set<LotRow>();
    public DbSet<BatchRow> Batches => Set<BatchRow>();
    public DbSet<StepRow> Steps => Set<StepRow>();
    public DbSet<HoldingRow> Holdings => Set<HoldingRow>();
    public DbSet<PostingRow> Postings => Set<PostingRow>();
    public DbSet<BatchMetalRow> BatchMetals => Set<BatchMetalRow>();
    public DbSet<BatchLossRow> BatchLosses => Set<BatchLossRow>();
    public DbSet<StepYieldRow> StepYields => Set<StepYieldRow>();
    public DbSet<BatchReagentRow> BatchReagents => Set<BatchReagentRow>();
    public DbSet<BatchMoneyRow> BatchMoney => Set<BatchMoneyRow>();
    public DbSet<BatchPersonRow> BatchPeople => Set<BatchPersonRow>();
    public DbSet<TouchRow> Touched => Set<TouchRow>();
    public DbSet<AtWorkRow> AtWork => Set<AtWorkRow>();
    public DbSet<PracticeRow> Practice => Set<PracticeRow>();
    public DbSet<BottleRow> Bottles => Set<BottleRow>();
    public DbSet<PlanRow> Plans => Set<PlanRow>();
    public DbSet<ProjectionRow> Projections => Set<ProjectionRow>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<EntryRow>(e =>
        {
            e.ToTable("entry").HasKey(x => x.Seq);
            e.Property(x => x.Seq).ValueGeneratedOnAdd();
            e.HasIndex(x => x.Id).IsUnique();
        });
        modelBuilder.Entity<EntryStreamRow>(e =>
        {
            e.ToTable("entry_stream").HasKey(x => new { x.Stream, x.Version });
            e.HasIndex(x => x.Seq);
        });
        modelBuilder.Entity<PlanRow>().ToTable("plan").HasKey(x => x.Sha256);
        modelBuilder.Entity<TouchRow>().ToTable("touch").HasKey(x => new { x.Stream, x.Seq });
        modelBuilder.Entity<AtWorkRow>().ToTable("at_work").HasKey(x => x.Stream);
        modelBuilder.Entity<PracticeRow>().ToTable("practice").HasKey(x => x.BatchId);
        // Codes are read by people: 26-01a and 26-01A are one.
        modelBuilder.Entity<BottleRow>(e =>
        {
            e.ToTable("bottle").HasKey(x => x.Id);
            e.Property(x => x.Id).UseCollation("NOCASE");
            e.HasIndex(x => new { x.Empty, x.ReceivedTicks });
        });
        modelBuilder.Entity<LotRow>(e =>
        {
            e.ToTable("lot").HasKey(x => x.Id);
            e.Property(x => x.Code).UseCollation("NOCASE");
            e.HasIndex(x => x.Code);
            e.HasIndex(x => x.ReceivedTicks);
        });
        modelBuilder.Entity<BatchRow>(e =>
        {
            e.ToTable("batch").HasKey(x => x.Id);
            e.Property(x => x.Code).UseCollation("NOCASE");
            e.HasIndex(x => x.Code);
            e.HasIndex(x => new { x.ClosedTicks, x.StartedTicks });
        });
        modelBuilder.Entity<StepRow>().ToTable("step").HasKey(x => new { x.BatchId, x.StepId });
        modelBuilder.Entity<HoldingRow>(e =>
        {
            e.ToTable("holding").HasKey(x => new { x.Account, x.Element });
            // What stands somewhere, by place: most accounts have been emptied by a later step.
            e.HasIndex(x => new
                {
                    x.Element,
                    x.Place,
                    x.BatchId,
                    x.Micrograms,
                    x.Sigma,
                })
                .HasFilter("\"Place\" IS NOT NULL AND \"Micrograms\" <> 0");
        });
        modelBuilder.Entity<BatchMetalRow>().ToTable("batch_metal").HasKey(x => new { x.Element, x.BatchId });
        modelBuilder
            .Entity<BatchLossRow>()
            .ToTable("batch_loss")
            .HasKey(x => new
            {
                x.Element,
                x.BatchId,
                x.Account,
            });
        modelBuilder
            .Entity<StepYieldRow>()
            .ToTable("step_yield")
            .HasKey(x => new
            {
                x.Element,
                x.Method,
                x.BatchId,
                x.StepId,
            });
        modelBuilder.Entity<BatchReagentRow>().ToTable("batch_reagent").HasKey(x => new { x.BatchId, x.Formula });
        modelBuilder.Entity<BatchMoneyRow>().ToTable("batch_money").HasKey(x => x.BatchId);
        modelBuilder.Entity<BatchPersonRow>().ToTable("batch_person").HasKey(x => new { x.BatchId, x.Initials });
        modelBuilder.Entity<PostingRow>(e =>
        {
            e.ToTable("posting").HasKey(x => x.Id);
            e.HasIndex(x => new { x.Account, x.Element });
            e.HasIndex(x => x.EntryId);
        });
        modelBuilder.Entity<ProjectionRow>().ToTable("projection").HasKey(x => x.Id);
    }

    /// <summary>Opens a database file; write-ahead log, and every entry on the disk before it counts.</summary>
    public static DbContextOptions<SpoliumDb> At(string file) =>
        new DbContextOptionsBuilder<SpoliumDb>()
            .UseSqlite($"Data Source={file};Pooling=False;Default Timeout=3")
            .AddInterceptors(new Pragmas())
            .Options;
}

/// <summary>For the migration tool only.</summary>
public sealed class DesignTimeFactory : IDesignTimeDbContextFactory<SpoliumDb>
{
    public SpoliumDb CreateDbContext(string[] args) => new(SpoliumDb.At("design.db"));
}
