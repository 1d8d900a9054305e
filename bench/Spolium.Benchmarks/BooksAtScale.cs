using BenchmarkDotNet.Attributes;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Spolium.Data;

namespace Spolium.Benchmarks;

/// <summary>Makes the file of a large shop: so many closed batches of gold and silver, each with a hundred postings. Rows are made up;
/// their number and spread are what counts.</summary>
internal static class LargeShop
{
    private static readonly string[] Materials = ["clad brass", "silver-tipped copper", "dental gold", "fixer"];
    private static readonly string[] People = ["AV", "MK", "TR"];
    private static readonly string[] Methods = ["nitric-strip", "aqua-regia", "sulfamic", "clear", "metabisulphite", "wash-dry-melt"];
    private static readonly (string Cause, string Account)[] Leavings =
    [
        ("filter", "4-clear/filter"),
        ("wash", "1-nitric-strip/rinse"),
        ("liquor", "1-nitric-strip/strip-liquor"),
        ("liquor", "5-metabisulphite/barren"),
        ("wash", "6-wash-dry-melt/washes"),
        ("melt", "6-wash-dry-melt/slag"),
    ];
    private static readonly (string Formula, string Name)[] Reagents =
    [
        ("HNO3", "nitric acid"),
        ("HCl", "hydrochloric acid"),
        ("H3NSO3", "sulfamic acid"),
        ("Na2S2O5", "metabisulphite"),
        ("Na2B4O7", "borax glass"),
    ];

    public static void Make(string file, int batches, int postingsPerBatch)
    {
        using (var db = new SpoliumDb(SpoliumDb.At(file)))
            db.Database.Migrate();
        using var connection = new SqliteConnection($"Data Source={file};Pooling=False");
        connection.Open();
        using var transaction = connection.BeginTransaction();
        var random = new Random(8);
        var insert = new Inserter(connection);
        for (var i = 0; i < batches; i++)
        {
            var (id, metal, day) = ($"b{i:00000}", i % 4 == 3 ? "Ag" : "Au", DateTime.UnixEpoch.AddDays(18000).AddHours(i * 5).Ticks);
            var (feed, product) = (1 + 4 * random.NextDouble(), 0.0);
            product = feed * (0.9 + 0.09 * random.NextDouble());
            insert.Row(
                "batch",
                id,
                $"26-{i:00000}",
                "made up",
                $"L{i / 2}",
                feed * 40,
                null,
                0,
                day - 1000,
                day,
                product,
                Materials[i % 4],
                $"l{i / 2}",
                1,
                0,
                0
            );
            insert.Row("batch_metal", id, metal, feed, feed * 0.1, feed, feed * 0.1, product, 0.006, feed - product, feed * 0.1, 0);
            insert.Row("batch_money", id, 180 + i % 50, 900 * random.NextDouble(), 20, 500 * random.NextDouble(), 60);
            for (var p = 0; p < 2; p++)
                insert.Row("batch_person", id, People[(i + p) % 3]);
            for (var s = 0; s < Methods.Length; s++)
                insert.Row("step", id, $"{s + 1}-{Methods[s]}", s + 1, Methods[s], day - 900, day - 800, 5);
            foreach (var (step, method) in new[] { ("1-nitric-strip", "nitric-strip"), ("6-wash-dry-melt", "wash-dry-melt") })
                insert.Row("step_yield", id, step, metal, method, feed, product);
            foreach (var (cause, account) in Leavings)
            {
                insert.Row(
                    "batch_loss",
                    id,
                    metal,
                    $"batch/{id}/{account}",
                    account.Split('/')[0],
                    "clear",
                    cause,
                    0.01 * random.NextDouble(),
                    0.002
                );
                foreach (var element in new[] { "Au", "Ag", "Cu", "Zn" })
                    insert.Row("holding", $"batch/{id}/{account}", element, 10000 + random.Next(5000), 0.002, cause, id);
            }
            foreach (var (formula, name) in Reagents)
                insert.Row("batch_reagent", id, formula, name, 50 * random.NextDouble(), 45, 12.5);
            // What a step has taken stands empty.
            for (var h = 0; h < 8; h++)
                foreach (var element in new[] { "Au", "Cu", "Zn" })
                    insert.Row("holding", $"batch/{id}/{h}/main", element, 0, 0.0, "liquor", id);
            for (var p = 0; p < postingsPerBatch; p++)
                insert.Row(
                    "posting",
                    i * (long)postingsPerBatch + p + 1,
                    $"e{i}-{p / 6}",
                    $"batch/{id}/{p % 14}",
                    p % 3 == 0 ? "Au"
                        : p % 3 == 1 ? "Cu"
                        : "Zn",
                    random.Next(-100000, 100000),
                    0.01,
                    "Weighed"
                );
        }
        transaction.Commit();
        using var analyze = connection.CreateCommand();
        analyze.CommandText = "ANALYZE";
        analyze.ExecuteNonQuery();
    }

    // Columns are named as the table has them, so that a renamed one is told at once.
    private sealed class Inserter(SqliteConnection connection)
    {
        private readonly Dictionary<string, SqliteCommand> commands = [];

        private static readonly Dictionary<string, string> Columns = new()
        {
            ["batch"] =
                "Id,Code,Title,LotCode,FeedG,CurrentStep,CurrentBegun,StartedTicks,ClosedTicks,ProductG,Material,LotRoot,"
                + "AddsUp,Explained,Restated",
            ["batch_metal"] =
                "BatchId,Element,FeedG,FeedSigma,AtLeastG,AtLeastSigma,ProductG,ProductSigma,UnaccountedG,UnaccountedSigma,MissingG",
            ["batch_money"] = "BatchId,CostsKr,LeftKr,LeftSigma,MarginKr,MarginSigma",
            ["batch_person"] = "BatchId,Initials",
            ["step"] = "BatchId,StepId,Number,Method,BegunTicks,ClosedTicks,Pours",
            ["step_yield"] = "BatchId,StepId,Element,Method,InG,MainG",
            ["batch_loss"] = "BatchId,Element,Account,StepId,Method,Cause,Grams,Sigma",
            ["batch_reagent"] = "BatchId,Formula,Name,Grams,PlannedG,Kr",
            ["holding"] = "Account,Element,Micrograms,Sigma,Place,BatchId",
            ["posting"] = "Id,EntryId,Account,Element,Micrograms,SigmaG,Basis",
        };

        public void Row(string table, params object?[] values)
        {
            if (!commands.TryGetValue(table, out var command))
            {
                command = connection.CreateCommand();
                var names = Columns[table].Split(',');
                command.CommandText =
                    $"INSERT INTO {table} ({Columns[table]}) VALUES ({string.Join(',', names.Select((_, i) => "$" + i))})";
                for (var i = 0; i < names.Length; i++)
                    command.Parameters.Add(new() { ParameterName = "$" + i });
                commands[table] = command;
            }
            for (var i = 0; i < values.Length; i++)
                command.Parameters[i].Value = values[i] ?? DBNull.Value;
            command.ExecuteNonQuery();
        }
    }
}

/// <summary>
/// All questions of the Books place over 10,000 batches and 1,000,000 postings, beside the plainest SQL for the same on the same file.
/// Asked: under 200 ms, and within twice the plain SQL.
/// </summary>
[ShortRunJob]
public class BooksBenchmarks
{
    private static readonly string[] Plain =
    [
        "SELECT COUNT(*), SUM(m.ProductG), SUM(ProductSigma*ProductSigma), SUM(AtLeastG), SUM(UnaccountedG), SUM(MissingG) FROM "
            + "batch_metal m{0} WHERE m.Element = 'Au'{1}",
        "SELECT SUM(f*f), SUM(u*u) FROM (SELECT SUM(AtLeastSigma) f, SUM(UnaccountedSigma) u FROM batch_metal m JOIN batch l ON l.Id = "
            + "m.BatchId{0} WHERE m.Element = 'Au'{1} GROUP BY l.LotRoot)",
        "SELECT m.*, l.Code, l.Title, l.ClosedTicks FROM batch_metal m JOIN batch l ON l.Id = m.BatchId{0} WHERE m.Element = 'Au'{1} "
            + "ORDER BY l.ClosedTicks DESC LIMIT 60",
        "SELECT Cause, COUNT(DISTINCT m.BatchId), SUM(Grams), SUM(Sigma*Sigma) FROM batch_loss m{0} WHERE m.Element = 'Au'{1} GROUP "
            + "BY Cause",
        "SELECT Place, COUNT(*), SUM(Micrograms), SUM(Sigma*Sigma) FROM holding WHERE Element = 'Au' AND Place IS NOT NULL AND "
            + "Micrograms <> 0 GROUP BY Place",
        "SELECT l.Code, l.ClosedTicks, m.InG, m.MainG FROM step_yield m JOIN batch l ON l.Id = m.BatchId{0} WHERE m.Element = 'Au' AND "
            + "m.Method = 'wash-dry-melt'{1} ORDER BY l.ClosedTicks DESC LIMIT 60",
        "SELECT r.Formula, r.Name, COUNT(*), SUM(r.Grams), SUM(r.PlannedG), SUM(r.Kr), SUM(r.Kr IS NULL) FROM batch_metal m JOIN "
            + "batch_reagent r ON r.BatchId = m.BatchId{0} WHERE m.Element = 'Au'{1} GROUP BY r.Formula, r.Name",
        "SELECT COUNT(*), SUM(CostsKr), SUM(LeftKr), SUM(LeftSigma*LeftSigma), SUM(MarginKr), SUM(MarginSigma*MarginSigma) FROM "
            + "batch_metal m JOIN batch_money r ON r.BatchId = m.BatchId{0} WHERE m.Element = 'Au'{1}",
        "SELECT r.*, l.Code FROM batch_metal m JOIN batch_money r ON r.BatchId = m.BatchId JOIN batch l ON l.Id = m.BatchId{0} WHERE "
            + "m.Element = 'Au'{1} ORDER BY l.ClosedTicks DESC LIMIT 60",
    ];

    private const string Join = " JOIN batch b ON b.Id = m.BatchId";
    private const string Where =
        " AND b.ClosedTicks IS NOT NULL AND b.Material = 'clad brass' AND EXISTS (SELECT 1 FROM step s WHERE s.BatchId = b.Id AND "
        + "s.Method = 'clear') AND EXISTS (SELECT 1 FROM batch_person p WHERE p.BatchId = b.Id AND p.Initials = 'TR')";

    private string file = "";

    [GlobalSetup]
    public void Make()
    {
        file = Path.Combine(Directory.CreateTempSubdirectory("spolium-books").FullName, "spolium.db");
        LargeShop.Make(file, 10_000, 100);
    }

    [GlobalCleanup]
    public void Drop() => Directory.Delete(Path.GetDirectoryName(file)!, true);

    [Params(false, true)]
    public bool Filtered { get; set; }

    [Benchmark(Baseline = true)]
    public int Plain_sql()
    {
        using var connection = new SqliteConnection($"Data Source={file};Pooling=False");
        connection.Open();
        var rows = 0;
        foreach (var sql in Plain)
        {
            using var command = connection.CreateCommand();
            command.CommandText = string.Format(null, sql, Filtered ? Join : "", Filtered ? Where : "");
            using var reader = command.ExecuteReader();
            while (reader.Read())
                for (var i = 0; i < reader.FieldCount; i++)
                    rows += reader.GetValue(i) is null ? 0 : 1;
        }
        return rows;
    }

    [Benchmark]
    public double All_questions_of_the_books()
    {
        using var db = new SpoliumDb(SpoliumDb.At(file));
        var books = new Books(db, Filtered ? new("Au", "clad brass", "clear", "TR") : new("Au"));
        return books.Recovery().Product.Sum
            + books.ByBatch(60).Count
            + books.Losses().Count
            + books.Places().Count
            + books.StepsOf("wash-dry-melt", 60).Count
            + books.Reagents().Count
            + books.Money().CostsKr
            + books.MoneyOf(60).Count;
    }
}
