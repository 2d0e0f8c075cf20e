using System.Net.Http.Json;
using System.Net.Sockets;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

/// <summary>The server as a process of its own, killed without warning.</summary>
public sealed class CrashTests : IDisposable
{
    private readonly ServerProcess server = new();

    [Fact]
    public async Task A_killed_run_goes_on_after_the_restart_and_no_half_file_counts()
    {
        await server.StartAsync();
        await AddAsync("galewright-shop.json");
        var sources = new List<string>();
        foreach (var name in (string[])["workbench-topdown.jpg", "ribbon-tails-detail.jpg"])
            sources.Add(await TakeInAsync(name));
        var slots = (await server.GetAsync("/api/destinations"))["items"]![0]!["slots"]!.AsArray().Select(slot => (string)slot!["id"]!)
            .Skip(2).Take(3).ToArray();
        var id = (string)(await (await server.Http.PostAsJsonAsync(
            "/api/runs", new { sources, slots })).Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        await UntilAsync(id, run => (int)run["done"]! >= 5);
        await server.KillAsync();
        // What a crash in the middle of a write leaves behind.
        await File.WriteAllTextAsync(Path.Combine(server.DataFolder, "incoming", "half"), "half a file");

        await server.StartAsync();
        var run = await UntilAsync(id, run => (string)run["state"]! == "done");
        Assert.Equal((int)run["total"]!, (int)run["done"]!);
        var variants = (await server.GetAsync($"/api/variants?run={id}"))["items"]!.AsArray();
        Assert.Equal((int)run["total"]!, variants.Count);
        Assert.Equal(
            variants.Count, variants.Select(variant => ((string)variant!["source"]!, (string)variant["fileName"]!)).Distinct().Count());
        // What another format of its place makes needless has no file.
        foreach (var variant in variants.Where(variant => (string)variant!["state"]! != "leftOut"))
        {
            var file = await server.Http.GetByteArrayAsync(new Uri($"/api/variants/{variant!["id"]}/file", UriKind.Relative));
            Assert.Equal((string)variant["sha256"]!, Convert.ToHexStringLower(SHA256.HashData(file)));
        }

        Assert.Empty(Directory.EnumerateFiles(Path.Combine(server.DataFolder, "incoming")));
    }

    [Fact]
    public async Task An_upload_broken_off_half_way_leaves_nothing_and_hurts_nobody()
    {
        await server.StartAsync();
        var picture = await File.ReadAllBytesAsync(Library.Demo("hill-flight.jpg"));
        using (var socket = new TcpClient("127.0.0.1", server.Port))
        {
            var head =
                $"POST /api/sources HTTP/1.1\r\nHost: 127.0.0.1:{server.Port}\r\nContent-Type: multipart/form-data; " +
                $"boundary=x\r\nContent-Length: {picture.Length + 500}\r\n\r\n" +
                    "--x\r\nContent-Disposition: form-data; name=\"files\"; filename=\"hill.jpg\"\r\n\r\n";
            await socket.GetStream().WriteAsync(Encoding.ASCII.GetBytes(head));
            await socket.GetStream().WriteAsync(picture.AsMemory(0, picture.Length / 2));
            await socket.GetStream().FlushAsync();
        }

        for (var attempt = 0; attempt < 100 && Directory.EnumerateFiles(Path.Combine(server.DataFolder, "incoming")).Any(); attempt++)
            await Task.Delay(100);
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(server.DataFolder, "incoming")));
        Assert.Equal(0, (int)(await server.GetAsync("/api/sources"))["total"]!);
        await TakeInAsync("spool-small.jpg");
    }

    [Fact]
    public async Task Memory_does_not_grow_with_a_file_that_arrives()
    {
        await server.StartAsync();
        await TakeInAsync("spool-small.jpg");
        var before = PeakMemory();
        using var form = new MultipartFormDataContent { { new StreamContent(new Endless(600_000_000)), "files", "endless.jpg" } };
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/sources") { Content = form };
        request.Headers.TransferEncodingChunked = true;
        var entry = (await (await server.Http.SendAsync(request)).Content.ReadFromJsonAsync<JsonArray>())![0]!;
        Assert.Equal("/problems/not-a-picture", (string)entry["problem"]!["type"]!);
        Assert.InRange(PeakMemory() - before, 0, 100_000_000);
    }

    public void Dispose() => server.Dispose();

    // The most memory that the process ever held, as Linux counts it.
    private long PeakMemory() =>
        1024 * long.Parse(
            File.ReadLines($"/proc/{server.Id}/status").Single(line => line.StartsWith("VmHWM", StringComparison.Ordinal))
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)[1], System.Globalization.CultureInfo.InvariantCulture);

    private async Task AddAsync(string file) =>
        (await server.Http.PostAsync(
            new Uri("/api/destinations", UriKind.Relative),
            JsonContent.Create(JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Repository.Root, "tests", "destinations", file))))))
                .EnsureSuccessStatusCode();

    private async Task<string> TakeInAsync(string name)
    {
        using var form =
            new MultipartFormDataContent { { new ByteArrayContent(await File.ReadAllBytesAsync(Library.Demo(name))), "files", name } };
        var answer = await server.Http.PostAsync(new Uri("/api/sources", UriKind.Relative), form);
        return (string)(await answer.Content.ReadFromJsonAsync<JsonArray>())![0]!["source"]!["id"]!;
    }

    private Task<JsonNode> UntilAsync(string runId, Func<JsonNode, bool> isWanted) => server.UntilAsync($"/api/runs/{runId}", isWanted);

    /// <summary>A stream of zeros that is never held anywhere.</summary>
    private sealed class Endless(long length) : Stream
    {
        private long left = length;

        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => throw new NotSupportedException();

        public override long Position { get => throw new NotSupportedException(); set => throw new NotSupportedException(); }

        public override int Read(byte[] buffer, int offset, int count)
        {
            var given = (int)Math.Min(count, left);
            Array.Clear(buffer, offset, given);
            left -= given;
            return given;
        }

        public override void Flush()
        {
        }

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();
    }
}
