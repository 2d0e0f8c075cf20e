using System.Diagnostics;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Security.Cryptography;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;

namespace Pantomet.Server.Tests;

/// <summary>The server as a process of its own, which can be killed without warning and started again on its folder.</summary>
/// <param name="folder">The data folder, which stays; null for one of its own.</param>
internal sealed class ServerProcess(string? folder = null) : IDisposable
{
    private readonly List<string> said = [];
    private Process? server;

    /// <summary>What is started: the build that people run where ./test has made it, since it starts in half the time.</summary>
    public static string Program { get; } =
        Environment.GetEnvironmentVariable("PANTOMET_SERVER") ?? typeof(Program).Assembly.Location;

    public string DataFolder { get; } = folder ?? Directory.CreateTempSubdirectory("pantomet-test-").FullName;

    public int Port { get; } = FreePort();

    public HttpClient Http => http ??= new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{Port}") };

    private HttpClient? http;

    public int Id => server!.Id;

    /// <summary>What it wrote on its outputs since it was begun.</summary>
    public string Said
    {
        get
        {
            lock (said)
                return string.Join('\n', said);
        }
    }

    public static int FreePort()
    {
        using var listener = new TcpListener(System.Net.IPAddress.Loopback, 0);
        listener.Start();
        return ((System.Net.IPEndPoint)listener.LocalEndpoint).Port;
    }

    /// <summary>Begins to start it; it may be killed before it is ready.</summary>
    public void Begin(params string[] options)
    {
        lock (said)
            said.Clear();
        server?.Dispose();
        server = Process.Start(
            new ProcessStartInfo(
                "dotnet", [Program, "--data", DataFolder, "--urls", $"http://127.0.0.1:{Port}", .. options])
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
                // A server that is killed after half a second need not have its loops compiled for speed.
                Environment = { ["DOTNET_TC_QuickJitForLoops"] = "1", ["DOTNET_TieredPGO"] = "0" },
            })!;
        server.OutputDataReceived += (_, line) => Hear(line.Data);
        server.ErrorDataReceived += (_, line) => Hear(line.Data);
        server.BeginOutputReadLine();
        server.BeginErrorReadLine();
    }

    /// <summary>Starts it and waits until it answers, in whatever way.</summary>
    public async Task StartAsync(params string[] options)
    {
        Begin(options);
        for (var attempt = 0; attempt < 600 && !server!.HasExited; attempt++)
        {
            try
            {
                using var answer = await Http.GetAsync(new Uri("/healthz", UriKind.Relative));
                return;
            }
            catch (HttpRequestException)
            {
                await Task.Delay(100);
            }
        }

        throw new TimeoutException($"The server does not answer. It said: {Said}");
    }

    /// <summary>Waits until it has written one of some words, or has ended.</summary>
    public async Task UntilSaidAsync(params string[] words)
    {
        for (var attempt = 0; attempt < 600 && !server!.HasExited &&
            !words.Any(word => Said.Contains(word, StringComparison.Ordinal)); attempt++)
            await Task.Delay(100);
    }

    /// <summary>Waits for its end.</summary>
    /// <returns>Its exit code.</returns>
    public async Task<int> EndAsync()
    {
        await server!.WaitForExitAsync();
        return server.ExitCode;
    }

    /// <summary>SIGKILL: nothing can be tidied up.</summary>
    public async Task KillAsync()
    {
        if (!server!.HasExited)
            server.Kill();
        await server.WaitForExitAsync();
    }

    public async Task<JsonNode> GetAsync(string path) => (await Http.GetFromJsonAsync<JsonNode>(new Uri(path, UriKind.Relative)))!;

    public Task<HttpResponseMessage> SendAsync(HttpMethod method, string path, object? body = null) =>
        Http.SendAsync(new HttpRequestMessage(method, path) { Content = body is null ? null : JsonContent.Create(body) });

    /// <summary>Takes a file in and gives the entry of the answer.</summary>
    public async Task<JsonNode> TakeInAsync(string name, byte[] content)
    {
        using var form = new MultipartFormDataContent { { new ByteArrayContent(content), "files", name } };
        using var answer = await Http.PostAsync(new Uri("/api/sources", UriKind.Relative), form);
        return (await answer.Content.ReadFromJsonAsync<JsonArray>())![0]!;
    }

    public async Task<JsonNode> UntilAsync(string path, Func<JsonNode, bool> isWanted)
    {
        JsonNode last = "nothing";
        for (var attempt = 0; attempt < 900; attempt++)
        {
            last = await GetAsync(path);
            if (isWanted(last))
                return last;
            await Task.Delay(100);
        }

        throw new TimeoutException($"{path} stays {last.ToJsonString()}. The server said: {Said}");
    }

    /// <summary>Looks at what lies on the disk, as it lies there: the database is whole, and so is every file that it names.</summary>
    /// <param name="acknowledged">Sources that must be there.</param>
    public async Task<SqliteConnection> CheckAsync(IEnumerable<string> acknowledged)
    {
        var database = new SqliteConnection($"Data Source={Path.Combine(DataFolder, "pantomet.db")};Pooling=False");
        await database.OpenAsync();
        Assert.Equal("ok", Scalar(database, "PRAGMA integrity_check"));
        var missing = acknowledged.ToHashSet();
        var isUpgraded = (long)Scalar(database, "SELECT COUNT(*) FROM sqlite_master WHERE name = 'RenderedFiles'")! == 1;
        var rendered = isUpgraded
            ? "SELECT DISTINCT Sha256 FROM RenderedFiles WHERE NOT IsEvicted"
            : "SELECT DISTINCT Sha256 FROM Variants WHERE State = 'Done'";
        foreach (var (area, query) in new[] { ("originals", "SELECT Id FROM Sources"), ("variants", rendered) })
        {
            using var command = new SqliteCommand(query, database);
            using var rows = await command.ExecuteReaderAsync();
            while (await rows.ReadAsync())
            {
                var sha256 = rows.GetString(0);
                Assert.Equal(
                    sha256, Convert.ToHexStringLower(
                        SHA256.HashData(await File.ReadAllBytesAsync(Path.Combine(DataFolder, area, sha256[..2], sha256[2..4], sha256)))));
                missing.Remove(sha256);
            }
        }

        Assert.Empty(missing);
        return database;
    }

    public static object? Scalar(SqliteConnection database, string query)
    {
        using var command = new SqliteCommand(query, database);
        return command.ExecuteScalar();
    }

    public void Dispose()
    {
        if (server is { HasExited: false })
            server.Kill();
        server?.WaitForExit();
        server?.Dispose();
        http?.Dispose();
        if (folder is null)
            Directory.Delete(DataFolder, recursive: true);
    }

    private void Hear(string? line)
    {
        lock (said)
            said.Add(line ?? "");
    }
}
