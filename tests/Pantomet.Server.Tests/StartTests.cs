using System.IO.Compression;
using System.Net;
using System.Net.Sockets;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using Pantomet.Server.Tests.Hostile;

namespace Pantomet.Server.Tests;

/// <summary>A start comes to something or says in a sentence why not; what interrupted the one before is no hindrance.</summary>
public sealed class StartTests : IDisposable
{
    private readonly ServerProcess server = new();

    public void Dispose() => server.Dispose();

    [Fact]
    public async Task A_taken_port_is_told_before_anything_is_made()
    {
        using var other = new TcpListener(IPAddress.Loopback, server.Port);
        other.Start();
        server.Begin("--demo", Path.Combine(Repository.Root, "demo"));
        Assert.Equal(2, await server.EndAsync());
        Assert.Contains($"Something else listens on port {server.Port} already", server.Said, StringComparison.Ordinal);
        Assert.False(File.Exists(Path.Combine(server.DataFolder, "pantomet.db")));
    }

    [Fact]
    public async Task A_server_for_others_starts_only_when_it_is_said_that_all_may_use_it()
    {
        var open = $"http://0.0.0.0:{ServerProcess.FreePort()}";
        server.Begin("--urls", open);
        Assert.Equal(2, await server.EndAsync());
        Assert.Contains("--open-to-all", server.Said, StringComparison.Ordinal);
        await server.StartAsync("--urls", $"{open};http://127.0.0.1:{server.Port}", "--open-to-all", "true");
    }

    [Fact]
    public async Task An_address_for_delivery_has_pictures_and_nothing_else()
    {
        server.Begin("--delivery-urls", $"http://127.0.0.1:{server.Port}");
        Assert.Equal(2, await server.EndAsync());
        Assert.Contains("cannot be for delivery alone", server.Said, StringComparison.Ordinal);
        var port = ServerProcess.FreePort();
        await server.StartAsync("--delivery-urls", $"http://127.0.0.1:{port}");
        using var visitor = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}") };
        foreach (var path in (string[])["/", "/api/sources", "/healthz", "/docs", "/picturesque"])
            Assert.Contains("nothing else is", await TextAsync(path), StringComparison.Ordinal);
        Assert.Contains("It may not be published", await TextAsync("/pictures/a/b/c"), StringComparison.Ordinal);
        Assert.Equal(0, (int)(await server.GetAsync("/api/sources"))["total"]!);

        async Task<string> TextAsync(string path)
        {
            using var answer = await visitor.GetAsync(new Uri(path, UriKind.Relative));
            Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
            return await answer.Content.ReadAsStringAsync();
        }
    }

    [Fact]
    public async Task An_interrupted_first_start_is_finished_by_the_next()
    {
        server.Begin("--demo", Path.Combine(Repository.Root, "demo"));
        var database = Path.Combine(server.DataFolder, "pantomet.db");
        // Some of the demo is there, and some is not.
        for (var attempt = 0; attempt < 600 && (!File.Exists(database) || Count(database, "Sources") is 0 or -1); attempt++)
            await Task.Delay(50);
        await server.KillAsync();
        var before = Count(database, "Sources");
        await server.StartAsync("--demo", Path.Combine(Repository.Root, "demo"));
        var pictures = Directory.EnumerateFiles(Path.Combine(Repository.Root, "demo", "sources"))
            .Count(path => !path.EndsWith(".md", StringComparison.Ordinal));
        Assert.InRange(before, 1, pictures - 1);
        Assert.Equal(pictures, (int)(await server.GetAsync("/api/sources"))["total"]!);
        Assert.Equal(7, (await server.GetAsync("/api/destinations"))["items"]!.AsArray().Count);
        // Once finished, it is the owner's: what was taken away does not come back.
        await server.SendAsync(HttpMethod.Delete, $"/api/destinations/{(await server.GetAsync("/api/destinations"))["items"]![0]!["id"]}");
        await server.KillAsync();
        await server.StartAsync("--demo", Path.Combine(Repository.Root, "demo"));
        Assert.Equal(6, (await server.GetAsync("/api/destinations"))["items"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_lock_that_a_killed_migration_left_holds_nobody_up()
    {
        await server.StartAsync();
        await server.TakeInAsync("kite.png", HostilePictures.Png(9, 9, 0));
        await server.KillAsync();
        using (var database = Open(Path.Combine(server.DataFolder, "pantomet.db")))
        {
            Execute(database,
                """CREATE TABLE IF NOT EXISTS "__EFMigrationsLock" ("Id" INTEGER NOT NULL CONSTRAINT "PK___EFMigrationsLock" """ +
                """PRIMARY KEY, "Timestamp" TEXT NOT NULL)""");
            Execute(database, """INSERT OR REPLACE INTO "__EFMigrationsLock" VALUES (1, '2026-11-29')""");
            // And an upgrade is due besides.
            Execute(database,
                """DELETE FROM "__EFMigrationsHistory" WHERE MigrationId LIKE '%_Indexes'; DROP INDEX IF EXISTS IX_Variants_Bytes""");
        }

        await File.WriteAllTextAsync(Path.Combine(server.DataFolder, "pantomet.db.upgrading"), "half a database");
        server.Begin();
        // Whether this made-up upgrade can be done or not, there is an answer and no waiting.
        await server.UntilSaidAsync("ready", "xception");
        Assert.Contains("Bringing the library's database up to date", server.Said, StringComparison.Ordinal);
        using var after = Open(Path.Combine(server.DataFolder, "pantomet.db"));
        Assert.Equal(1L, ServerProcess.Scalar(after, "SELECT COUNT(*) FROM Sources"));
    }

    // Kept from the commit before files and results were told apart: sources, framings, weights by hand, two runs of which one found files
    // made, a package, a picture in the bin.
    [Fact]
    public async Task A_library_of_before_opens_with_all_it_had()
    {
        Unpack("before-results.zip");
        await server.StartAsync();
        var states = (await server.GetAsync("/api/board"))["states"]!;
        Assert.Equal((3, 6, 0, 6), ((int)states["open"]!, (int)states["done"]!, (int)states["stale"]!, (int)states["blocked"]!));
        Assert.Equal(
            ["beach-small", "hill-small", "logo"],
            (await server.GetAsync("/api/sources"))["items"]!.AsArray().Select(source => (string)source!["stem"]!).Order());
        Assert.Equal(["spools-small"], (await server.GetAsync("/api/bin"))["items"]!.AsArray().Select(source => (string)source!["stem"]!));
        // 30 rows of before named 20 files; each is listed once, and each run still has its own.
        var variants = (await server.GetAsync("/api/variants"))["items"]!.AsArray();
        Assert.Equal(20, variants.Count);
        foreach (var variant in variants)
            Assert.Equal(
                (string)variant!["sha256"]!,
                Convert.ToHexStringLower(
                    System.Security.Cryptography.SHA256.HashData(
                        await server.Http.GetByteArrayAsync(new Uri($"/api/variants/{variant["id"]}/file", UriKind.Relative)))));
        var runs = (await server.GetAsync("/api/runs"))["items"]!.AsArray();
        var counts = await Task.WhenAll(
            runs.Select(async run => (await server.GetAsync($"/api/variants?run={run!["id"]}"))["items"]!.AsArray().Count));
        Assert.Equal([10, 20], counts);
        var hill = (string)(await server.GetAsync("/api/sources?search=hill"))["items"]![0]!["id"]!;
        Assert.Equal((300, 44), ((int)(await server.GetAsync($"/api/sources/{hill}"))["subject"]!["x"]!, await ByHandAsync(hill)));
        var package = (await server.GetAsync("/api/packages"))["items"]![0]!;
        Assert.Equal(20, (int)package["files"]!);
        using var zip = new ZipArchive(await server.Http.GetStreamAsync(new Uri($"/api/packages/{package["id"]}/file", UriKind.Relative)));
        Assert.Equal(20 + 4, zip.Entries.Count);
        // What was handed over is remembered: nothing has changed since.
        using var asked = await server.SendAsync(HttpMethod.Post, "/api/packages", new { destination = "old", onlyChanged = true });
        var id = (string)JsonNode.Parse(await asked.Content.ReadAsStringAsync())!["id"]!;
        Assert.Contains(
            "Nothing changed",
            (string)(await server.UntilAsync(
                $"/api/packages/{id}", made => (string)made["state"]! is not ("queued" or "running")))["problem"]!,
            StringComparison.Ordinal);
        // The database of before is kept.
        Assert.True(File.Exists(Path.Combine(server.DataFolder, "pantomet.db.before-upgrade")));
        (await server.CheckAsync([hill])).Dispose();
    }

    // Kept from the commit before the renderer was told recipes: every fit, a cap, tiers, motion, transparency, a weight by hand.
    [Fact]
    public async Task Of_a_library_of_before_nothing_that_was_made_is_out_of_date()
    {
        Unpack("before-recipes.zip");
        List<(string, string, string)> before;
        using (var old = Open(Path.Combine(server.DataFolder, "pantomet.db")))
            before = Rows(old, "SELECT SourceId || SlotId, FileName, COALESCE(Sha256, State) FROM Variants ORDER BY Sequence");
        await server.StartAsync();
        var states = (await server.GetAsync("/api/board"))["states"]!;
        Assert.Equal((31, 0, 5), ((int)states["done"]!, (int)states["stale"]!, (int)states["blocked"]!));
        Assert.Equal(71, (await server.GetAsync("/api/variants"))["items"]!.AsArray().Count);
        Assert.Equal(68, (int)(await server.GetAsync("/api/packages"))["items"]![0]!["files"]!);
        const string Now =
            "SELECT SourceId || SlotId, FileName, COALESCE(file.Sha256, State) FROM Variants LEFT JOIN RenderedFiles file ON " +
            "file.Sequence = FileSequence ORDER BY Variants.Sequence";
        using (var upgraded = await server.CheckAsync([]))
            Assert.Equal(before, Rows(upgraded, Now));

        // What is there already is found, whatever it was called when it was made: rendering it again adds nothing but the run.
        var sources = (await server.GetAsync("/api/sources"))["items"]!.AsArray().Select(source => (string)source!["id"]!);
        var slots = (await server.GetAsync("/api/destinations"))["items"]!.AsArray().SelectMany(one => one!["slots"]!.AsArray())
            .Select(slot => (string)slot!["id"]!);
        using var asked = await server.SendAsync(HttpMethod.Post, "/api/runs", new { sources, slots });
        var run = (string)JsonNode.Parse(await asked.Content.ReadAsStringAsync())!["id"]!;
        await server.UntilAsync($"/api/runs/{run}", one => (string)one["state"]! == "done");
        using var after = await server.CheckAsync([]);
        Assert.Equal(before.Where(row => row.Item3.Length == 64), Rows(after, Now).Where(row => row.Item3.Length == 64));
        Assert.Equal(
            Count(server.DataFolder + "/pantomet.db", "RenderedFiles"),
            before.Where(row => row.Item3.Length == 64).Select(row => row.Item3).Distinct().Count());
    }

    private static List<(string, string, string)> Rows(SqliteConnection database, string query)
    {
        using var command = new SqliteCommand(query, database);
        using var rows = command.ExecuteReader();
        var read = new List<(string, string, string)>();
        while (rows.Read())
            read.Add((rows.GetString(0), rows.GetString(1), rows.GetString(2)));
        return read;
    }

    private void Unpack(string name) =>
        ZipFile.ExtractToDirectory(
            Path.Combine(Repository.Root, "tests", "Pantomet.Server.Tests", "OldLibraries", name), server.DataFolder);

    private async Task<int> ByHandAsync(string source)
    {
        var plan = (await server.GetAsync($"/api/plan?source={source}&slot=old.page"))["variants"]![0]!;
        return (int)(await server.GetAsync(
            $"/api/weighing?source={source}&slot=old.page&width={plan["width"]}&height={plan["height"]}"))["byHand"]!["quality"]!;
    }

    // -1 where the table is not there yet.
    private static long Count(string path, string table)
    {
        try
        {
            using var database = Open(path);
            return (long)ServerProcess.Scalar(database, $"SELECT COUNT(*) FROM {table}")!;
        }
        catch (SqliteException)
        {
            return -1;
        }
    }

    private static SqliteConnection Open(string path)
    {
        var database = new SqliteConnection($"Data Source={path};Pooling=False");
        database.Open();
        return database;
    }

    private static void Execute(SqliteConnection database, string sql)
    {
        using var command = new SqliteCommand(sql, database);
        command.ExecuteNonQuery();
    }
}
