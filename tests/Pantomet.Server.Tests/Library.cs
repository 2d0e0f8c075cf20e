using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using Pantomet.Imaging.Isolation;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Tests;

/// <summary>The server in this process, on an empty data folder that is gone after the test.</summary>
public sealed class Library : WebApplicationFactory<Program>
{
    // One for all servers of this process: a decoder process takes a while to start, and a library of a test looks at one file or two.
    // What takes too long need not take as long as it may in earnest.
    private static readonly DecoderPool Decoders = new(
        DecoderCommand.Of(ServerProcess.Program),
        Directory.CreateTempSubdirectory("pantomet-decoders-").FullName,
        DecoderBounds.Usual with { DefaultTime = TimeSpan.FromSeconds(4) });

    // Made once for all of them, and not step by step through every version for each.
    private static readonly Lazy<byte[]> EmptyDatabase = new(MakeEmptyDatabase);

    private DirectoryInfo data = Directory.CreateTempSubdirectory("pantomet-test-");
    private readonly Action<IServiceCollection>? services;
    private readonly (string Name, string Value)[] settings;
    private HttpClient? client;
    private bool keepsFolder;

    public Library()
        : this(null)
    {
    }

    internal Library(Action<IServiceCollection>? services, params (string Name, string Value)[] settings)
    {
        this.services = services;
        this.settings = settings;
        File.WriteAllBytes(Path.Combine(DataFolder, "pantomet.db"), EmptyDatabase.Value);
    }

    /// <summary>Ends this server and starts another on its folder.</summary>
    public Library Restarted() => Restarted(services);

    internal Library Restarted(Action<IServiceCollection>? others)
    {
        keepsFolder = true;
        Dispose();
        var next = new Library(others, settings);
        next.data.Delete(recursive: true);
        next.data = data;
        return next;
    }

    public HttpClient Http
    {
        get
        {
            // The first who asks starts the server.
            lock (settings)
                return client ??= CreateClient();
        }
    }

    public string DataFolder => data.FullName;

    public static string Demo(string name) => Path.Combine(Repository.Root, "demo", "sources", name);

    /// <summary>A font that ships.</summary>
    public static string Font(string file) => Path.Combine(Repository.Root, "src", "Pantomet.Imaging", "Fonts", file);

    private static byte[] MakeEmptyDatabase()
    {
        var folder = Directory.CreateTempSubdirectory("pantomet-empty-");
        var data = new DataFolder(folder.FullName);
        data.Make();
        new LibraryUpgrade(data, NullLogger<LibraryUpgrade>.Instance).DoAsync(CancellationToken.None).GetAwaiter().GetResult();
        var content = File.ReadAllBytes(data.Database);
        folder.Delete(recursive: true);
        return content;
    }

    /// <summary>Changes the database behind the server's back.</summary>
    public async Task ExecuteAsync(string sql)
    {
        await using var connection = new SqliteConnection($"Data Source={Path.Combine(DataFolder, "pantomet.db")};Pooling=False");
        await connection.OpenAsync();
        await using var command = new SqliteCommand(sql, connection);
        await command.ExecuteNonQueryAsync();
    }

    /// <summary>Sends files in one request and gives the entries of the answer.</summary>
    public async Task<JsonArray> SendAsync(params (string Name, byte[] Content)[] files)
    {
        using var form = new MultipartFormDataContent();
        foreach (var (name, content) in files)
            form.Add(new ByteArrayContent(content), "files", name);
        using var answer = await Http.PostAsync(new Uri("/api/sources", UriKind.Relative), form);
        answer.EnsureSuccessStatusCode();
        return (await answer.Content.ReadFromJsonAsync<JsonArray>())!;
    }

    /// <summary>Takes a demo picture in and gives its id.</summary>
    public async Task<string> TakeInAsync(string demoName) => await TakeInAsync(demoName, await File.ReadAllBytesAsync(Demo(demoName)));

    /// <summary>Takes a picture in and gives its id.</summary>
    public async Task<string> TakeInAsync(string name, byte[] content)
    {
        var entry = (await SendAsync((name, content)))[0]!;
        Assert.Null(entry["problem"]?.ToJsonString());
        return (string)entry["source"]!["id"]!;
    }

    public async Task AddDestinationAsync(string file) =>
        (await Http.PostAsync(
            new Uri("/api/destinations", UriKind.Relative),
            JsonContent.Create(JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Repository.Root, "tests", "destinations", file))))))
                .EnsureSuccessStatusCode();

    public async Task<JsonNode> GetAsync(string path) => (await Http.GetFromJsonAsync<JsonNode>(new Uri(path, UriKind.Relative)))!;

    public Task<HttpResponseMessage> SendJsonAsync(HttpMethod method, string path, object? body) =>
        Http.SendAsync(new HttpRequestMessage(method, path) { Content = body is null ? null : JsonContent.Create(body) });

    /// <summary>Asks again and again until an answer is as wanted; bounded, and with the last answer in the failure.</summary>
    public async Task<JsonNode> UntilAsync(string path, Func<JsonNode, bool> isWanted)
    {
        JsonNode last = "nothing";
        for (var attempt = 0; attempt < 600; attempt++)
        {
            last = await GetAsync(path);
            if (isWanted(last))
                return last;
            await Task.Delay(100);
        }

        throw new TimeoutException($"{path} stays {last}");
    }

    /// <summary>Renders some sources for some slots, to the end.</summary>
    public async Task<JsonNode> RunAsync(IEnumerable<string> sources, IEnumerable<string> slots)
    {
        var answer = await SendJsonAsync(HttpMethod.Post, "/api/runs", new { sources, slots });
        Assert.Equal(HttpStatusCode.Accepted, answer.StatusCode);
        var id = (await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        return await UntilAsync($"/api/runs/{id}", run => (string)run["state"]! == "done");
    }

    /// <summary>Does something to many sources, and gives the job when it has ended.</summary>
    public async Task<JsonNode> ActAsync(object act, string path = "/api/acts")
    {
        var answer = await SendJsonAsync(HttpMethod.Post, path, act);
        Assert.Equal(HttpStatusCode.Accepted, answer.StatusCode);
        var id = (await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        return await UntilAsync($"/api/jobs/{id}", job => job["endedAt"] is not null);
    }

    /// <summary>Asks for a package and waits for what becomes of it.</summary>
    public async Task<JsonNode> PackedAsync(object selection)
    {
        var answer = await SendJsonAsync(HttpMethod.Post, "/api/packages", selection);
        var id = (await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        return await UntilAsync($"/api/packages/{id}", package => (string)package["state"]! is not ("queued" or "running"));
    }

    /// <summary>Makes a package and opens it.</summary>
    public async Task<ZipArchive> PackAsync(object selection)
    {
        var package = await PackedAsync(selection);
        Assert.Equal("", (string)package["problem"]!);
        var answer = await Http.GetAsync(new Uri($"/api/packages/{package["id"]}/file", UriKind.Relative));
        Assert.Equal("application/zip", answer.Content.Headers.ContentType!.MediaType);
        return new ZipArchive(await answer.Content.ReadAsStreamAsync());
    }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("data", data.FullName);
        foreach (var (name, value) in settings)
            builder.UseSetting(name, value);
        builder.ConfigureServices(all => all.AddSingleton(Decoders));
        if (services is not null)
            builder.ConfigureServices(services);
    }

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        if (disposing && !keepsFolder && data.Exists)
            data.Delete(recursive: true);
    }
}
