using System.Diagnostics;
using Microsoft.Data.Sqlite;

namespace Pantomet.Bench;

/// <summary>Lists, the board and the start of a server whose database holds 10,000 sources and 200,000 variants.</summary>
internal static class ManyBench
{
    private const int Sources = 10_000;
    private const int Times = 40;

    private static readonly string[] Requests =
    [
        "/api/sources?limit=200", "/api/sources?search=kite-77&limit=200", "/api/board?limit=60", "/api/board?limit=60&offset=8000", "/api/board?limit=60&state=done",
        "/api/board?limit=60&search=kite-77", "/api/board/ids?state=open", "/api/variants?limit=200", "/api/runs", "/api/packages", "/api/totals", "/api/weighing/worst?by=bytes", "/api/space",
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
        using var browser = Process.Start(new ProcessStartInfo("npm", ["run", "--silent", "measure", "--", "pages.measure.ts"]) { WorkingDirectory = journeys, Environment = { ["PANTOMET_URL"] = url.ToString().TrimEnd('/') } })!;
        browser.WaitForExit();
    }

    // Rows only: no list looks at a file.
    private static void Multiply(string path)
    {
        using var database = new SqliteConnection($"Data Source={path};Pooling=False");
        database.Open();
        Execute(database, "BEGIN");
        var sources = Columns(database, "Sources", "Sequence", "Id", "Stem");
        var variants = Columns(database, "Variants", "Sequence", "Id", "SourceId");
        var original = (string)Execute(database, "SELECT Id FROM Sources LIMIT 1")!;
        for (var at = 1; at < Sources; at++)
        {
            var id = $"{at:x8}{original[8..]}";
            Execute(database, $"INSERT INTO Sources (Id, Stem, {sources}) SELECT '{id}', 'kite-{at}', {sources} FROM Sources WHERE Id = '{original}'");
            Execute(database, $"INSERT INTO Variants (Id, SourceId, {variants}) SELECT lower(hex(randomblob(16))), '{id}', {variants} FROM Variants WHERE SourceId = '{original}'");
        }

        Execute(database, "COMMIT");
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
