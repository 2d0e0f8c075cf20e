using System.Diagnostics;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Destinations;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;
using Pantomet.Server.Storage;

namespace Pantomet.Bench;

/// <summary>Lists, the board and the start of a server whose database holds 10,000 sources and 200,000 variants.</summary>
internal static class ManyBench
{
    private const int Sources = 10_000;
    private const int Times = 40;

    private static readonly string[] Requests =
    [
        "/api/sources?limit=200", "/api/sources?search=kite-77&limit=200", "/api/board?limit=60", "/api/board?limit=60&offset=8000",
            "/api/board?limit=60&state=done",
        "/api/board?limit=60&search=kite-77", "/api/board/ids?state=open", "/api/variants?limit=200", "/api/runs", "/api/packages",
        "/api/totals",
        "/api/weighing/worst?by=bytes", "/api/weighing/worst?by=score", "/api/weighing/worst?by=cap", "/api/weighing/worst?by=saving",
        "/api/weighing/worst?by=score&offset=5000", "/api/totals/page?slot=bench.s1:24&slot=bench.s20", "/api/space",
    ];

    public static void Run(string demo)
    {
        using var folder = new Folder();
        using (var server = new BenchServer(folder.Path("data")))
        {
            // Twenty widths of twenty slots: a variant for each.
            var slots = Enumerable.Range(1, 20).Select(at => ($"bench.s{at}", 100 + (20 * at))).ToList();
            server.Post("/api/destinations", BenchSlots.Document("bench", slots, 80));
            server.Run([server.TakeIn(Path.Combine(demo, "spool-small.jpg"))], [.. slots.Select(slot => slot.Item1)]);
        }

        Multiply(folder.Path("data/pantomet.db"));
        var watch = Stopwatch.StartNew();
        using var many = new BenchServer(folder.Path("data"));
        Console.WriteLine($"Many: {Sources:#,0} sources, {20 * Sources:#,0} variants; start-up {watch.Elapsed.TotalSeconds:0.0} s");
        watch.Restart();
        many.Http.GetStringAsync(new Uri("/api/board?limit=60", UriKind.Relative)).Wait();
        Console.WriteLine($"  the board's first look after a start, when everything is worked out: {watch.Elapsed.TotalSeconds:0.0} s");
        foreach (var request in Requests)
        {
            var times = Enumerable.Range(0, Times).Select(_ =>
            {
                var one = Stopwatch.StartNew();
                many.Http.GetByteArrayAsync(new Uri(request, UriKind.Relative)).Wait();
                return one.Elapsed.TotalMilliseconds;
            }).Order().ToList();
            Console.WriteLine($"  {request,-40} median {times[Times / 2],6:0} ms, p95 {times[(int)(Times * 0.95)],6:0} ms");
        }

        SwitchPages(many.Http.BaseAddress!);
    }

    // Times from stage to stage, by the browser's own clock.
    private static void SwitchPages(Uri url)
    {
        var journeys = Path.Combine(Repository.Root, "tests", "e2e");
        if (!Directory.Exists(Path.Combine(journeys, "node_modules")))
        {
            Console.WriteLine("  The journeys' packages are not installed (./test does it); the time from page to page is left out.");
            return;
        }

        Console.WriteLine("  from page to page in the browser:");
        using var browser = Process.Start(
            new ProcessStartInfo(
                "npm", ["run", "--silent", "measure", "--", "pages.measure.ts"])
            {
                WorkingDirectory = journeys,
                Environment = { ["PANTOMET_URL"] = url.ToString().TrimEnd('/') }
            })!;
        browser.WaitForExit();
    }

    // Rows only: no list looks at a file. Each has the recipe that its plan asks for, so that all of them are current, and a weight and a
    // score of its own.
    private static void Multiply(string path)
    {
        var random = new Random(7);
        using var database = new SqliteConnection($"Data Source={path};Pooling=False");
        database.Open();
        var (original, made) = Read(path);
        Execute(database, "BEGIN");
        var sources = Columns(database, "Sources", "Sequence", "Id", "Stem");
        var variants = Columns(database, "Variants", "Sequence", "Id", "SourceId", "Recipe", "FileSequence");
        var files = Columns(database, "RenderedFiles", "Sequence", "Recipe", "Bytes", "Points");
        using var copied = new SqliteCommand(
            $"INSERT INTO RenderedFiles (Recipe, Bytes, Points, {files}) SELECT $recipe, $bytes, $points, {files} FROM RenderedFiles " +
            $"WHERE Sequence = $file; " +
            $"INSERT INTO Variants (Id, SourceId, Recipe, FileSequence, {variants}) SELECT lower(hex(randomblob(16))), $source, $recipe, " +
            $"last_insert_rowid(), {variants} FROM Variants WHERE Sequence = $like; " +
            $"INSERT INTO Recipes SELECT FileSequence, $notation FROM Variants WHERE Sequence = last_insert_rowid()",
            database);
        for (var at = 1; at < Sources; at++)
        {
            var source = original.ToSource() with { Id = SourceId.FromHash(Convert.FromHexString($"{at:x8}{original.Id[8..]}")) };
            Execute(database,
                $"INSERT INTO Sources (Id, Stem, {sources}) SELECT '{source.Id.Sha256}', 'kite-{at}', {sources} FROM Sources WHERE Id = " +
                $"'{original.Id}'");
            foreach (var (slot, planned, row) in made)
            {
                copied.Parameters.Clear();
                copied.Parameters.AddWithValue("$source", source.Id.Sha256);
                var recipe = RecipeRules.For(source, planned, slot);
                copied.Parameters.AddWithValue("$recipe", recipe.Hash());
                copied.Parameters.AddWithValue("$notation", RecipeNotation.Write(recipe));
                copied.Parameters.AddWithValue("$bytes", (long)(row.File!.Bytes * (0.3 + random.NextDouble())));
                copied.Parameters.AddWithValue("$points", 60 + (40 * random.NextDouble()));
                copied.Parameters.AddWithValue("$like", row.Sequence);
                copied.Parameters.AddWithValue("$file", row.FileSequence!.Value);
                copied.ExecuteNonQuery();
            }
        }

        Execute(database, "COMMIT");
    }

    private static (SourceRow Source, List<(Slot Slot, PlannedVariant Planned, VariantRow Row)> Made) Read(string path)
    {
        using var database = new PantometDb(
            new DbContextOptionsBuilder<PantometDb>().UseSqlite($"Data Source={path};Pooling=False").Options);
        var source = database.Sources.Single();
        var slots = DestinationReader.Read(database.Destinations.Single().Document).Destination!.Slots.ToDictionary(slot => slot.Id);
        return (source,
            [.. database.Variants.Include(row => row.File).AsEnumerable()
                .Select(row => (slots[row.SlotId], SlotPlan.For(slots[row.SlotId], source.ToSource()).Variants.Single(), row))]);
    }

    private static string Columns(SqliteConnection database, string table, params string[] without)
    {
        using var command = new SqliteCommand($"SELECT name FROM pragma_table_info('{table}')", database);
        using var rows = command.ExecuteReader();
        var names = new List<string>();
        while (rows.Read())
            names.Add(rows.GetString(0));
        return string.Join(", ", names.Except(without).Select(name => $"\"{name}\""));
    }

    private static object? Execute(SqliteConnection database, string sql)
    {
        using var command = new SqliteCommand(sql, database);
        return command.ExecuteScalar();
    }
}
