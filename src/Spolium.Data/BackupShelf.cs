using System.Globalization;

namespace Spolium.Data;

/// <summary>Backups in a folder, named by their moment: the last of each of 14 days, 8 weeks and 24 months are kept.</summary>
public static class BackupShelf
{
    private const string Begin = "spolium-";
    private const string Ending = ".backup";
    private const string Form = "yyyyMMdd-HHmmss";

    public const int Days = 14;
    public const int Weeks = 8;
    public const int Months = 24;

    public static string NameOf(DateTimeOffset at) => Begin + at.UtcDateTime.ToString(Form, CultureInfo.InvariantCulture) + Ending;

    /// <summary>Backups of a folder, latest first.</summary>
    public static IReadOnlyList<(DateTimeOffset At, string File)> In(string folder) =>
        !Directory.Exists(folder)
            ? []
            :
            [
                .. Directory
                    .EnumerateFiles(folder, Begin + "*" + Ending)
                    .Select(f => (At: AtOf(Path.GetFileName(f)), File: f))
                    .Where(x => x.At is not null)
                    .Select(x => (x.At!.Value, x.File))
                    .OrderByDescending(x => x.Item1),
            ];

    private static DateTimeOffset? AtOf(string name) =>
        DateTimeOffset.TryParseExact(
            name[Begin.Length..^Ending.Length],
            Form,
            CultureInfo.InvariantCulture,
            DateTimeStyles.AssumeUniversal,
            out var at
        )
            ? at
            : null;

    /// <summary>Those of a list that may go: the latest of a day, a week, a month stays, as far back as each is kept.</summary>
    /// <param name="all">Latest first.</param>
    public static IReadOnlyList<(DateTimeOffset At, string File)> Old(IReadOnlyList<(DateTimeOffset At, string File)> all)
    {
        var kept = new HashSet<string>();
        void Keep(int most, Func<DateTimeOffset, string> period) =>
            kept.UnionWith(all.GroupBy(b => period(b.At)).Take(most).Select(g => g.First().File));
        Keep(Days, t => t.UtcDateTime.ToString("yyyyMMdd", CultureInfo.InvariantCulture));
        Keep(Weeks, t => $"{ISOWeek.GetYear(t.UtcDateTime)}-{ISOWeek.GetWeekOfYear(t.UtcDateTime)}");
        Keep(Months, t => t.UtcDateTime.ToString("yyyyMM", CultureInfo.InvariantCulture));
        return [.. all.Where(b => !kept.Contains(b.File))];
    }
}
