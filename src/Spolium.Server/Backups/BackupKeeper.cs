using Spolium.Data;

namespace Spolium.Server.Backups;

/// <summary>
/// Makes a backup each day into the folder of the setting "backups", and lets go of old ones. What went wrong is told on the page, and
/// tried again.
/// </summary>
public sealed class BackupKeeper(IConfiguration configuration, TimeProvider time, ILogger<BackupKeeper> log) : BackgroundService
{
    private static readonly TimeSpan Each = TimeSpan.FromDays(1);
    private static readonly TimeSpan Again = TimeSpan.FromMinutes(15);

    private readonly string? folder = configuration["backups"] is { Length: > 0 } f ? f : null;
    private readonly string data = configuration["data"] ?? "data/demo";
    private readonly Lock one = new();
    private string? fault;

    /// <summary>When the last good backup was made; null where there is none.</summary>
    public DateTimeOffset? LastGood => folder is not null && BackupShelf.In(folder) is [var last, ..] ? last.At : null;

    /// <summary>Why there is no fresh one; null where all is well.</summary>
    public string? Fault => folder is null ? "No backup is made: start Spolium with --backups and a folder on another disk." : fault;

    /// <summary>Makes one if the last is older than a day.</summary>
    public void Keep()
    {
        using var _ = one.EnterScope();
        if (folder is null || LastGood is { } last && time.GetUtcNow() - last < Each)
            return;
        try
        {
            Backup.Make(data, Path.Combine(folder, BackupShelf.NameOf(time.GetUtcNow())), time.GetUtcNow());
            foreach (var old in BackupShelf.Old(BackupShelf.In(folder)))
                File.Delete(old.File);
            fault = null;
        }
        catch (Exception e) when (e is CannotOpenException or IOException or UnauthorizedAccessException)
        {
            fault = $"The last backup failed: {e.Message}";
            log.LogWarning(e, "No backup was made");
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (folder is null)
            return;
        await Task.Yield();
        while (!stoppingToken.IsCancellationRequested)
        {
            Keep();
            await Task.Delay(Again, time, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }
}
