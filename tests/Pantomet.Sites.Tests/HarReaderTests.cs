using System.Text;
using System.Text.Json;
using Pantomet.Core.Findings;

namespace Pantomet.Sites.Tests;

/// <summary>Records of a page's traffic. Their form is that of HAR 1.2.</summary>
public sealed class HarReaderTests
{
    private static readonly byte[] Picture = [.. Enumerable.Range(0, 200_000).Select(at => (byte)(at * 31))];

    [Fact]
    public async Task Its_entries_say_what_was_asked_for_and_what_came()
    {
        var (entries, isCutOff) = await ReadAsync(Whole(Entry("https://galewright.example/kite.jpg?v=2", Picture)));
        var entry = Assert.Single(entries);
        Assert.False(isCutOff);
        Assert.Equal(
            ("https://galewright.example/kite.jpg?v=2", "page_1", 200, "image/jpeg", 200_000L),
            (entry.Address.AbsoluteUri, entry.Page, entry.Status, entry.MediaType, entry.Bytes!.Value));
        Assert.Equal(Picture, entry.Body);
        Assert.Equal("max-age=2592000", entry.Headers["Cache-Control"]);
    }

    [Fact]
    public async Task Without_contents_their_lengths_stay()
    {
        var (entries, _) = await ReadAsync(Whole(
            """{"request":{"url":"http://a.example/b.png"},"response":{"status":304,"content":{"size":1234.0,"mimeType":"image/png"}}}""",
            """{"request":{"url":"http://a.example/c.png"},"response":{"status":0,"content":{"size":-1},"bodySize":-1}}""",
            """{"request":{"url":"data:image/png;base64,AAAA"},"response":{}}""", """{"request":17}""", """{}""",
            """{"request":{"url":"http://a.example/d.svg"},"response":{"content":{"text":"<svg/>","mimeType":"image/svg+xml; q=x"}}}"""));
        Assert.Equal(["b.png 1234", "c.png ", "d.svg 6"], entries.Select(entry => $"{entry.Address.Segments[^1]} {entry.Bytes}"));
        Assert.Equal("image/svg+xml", entries[2].MediaType);
    }

    [Fact]
    public async Task Cut_off_anywhere_the_entries_before_are_read_and_it_is_said()
    {
        var entries = Enumerable.Range(0, 6).Select(at => Entry($"http://a.example/{at}.jpg", Picture)).ToArray();
        var whole = Whole(entries);
        for (var length = whole.Length - 1; length > whole.Length / 3; length -= 40_009)
        {
            var (read, isCutOff) = await ReadAsync(whole[..length]);
            Assert.Equal(entries.Count(entry => whole.IndexOf(entry, StringComparison.Ordinal) + entry.Length <= length), read.Count);
            Assert.True(isCutOff);
        }
    }

    [Fact]
    public async Task One_that_is_long_takes_no_more_memory_than_its_entries()
    {
        var entry = Entry("http://a.example/kite.jpg", Picture);
        using var content = new Repeated(Whole("#").Split('#'), entry + ",", 300, entry);
        var (reader, count) = (new HarReader(content), 0);
        await foreach (var one in reader.EntriesAsync(CancellationToken.None))
        {
            Assert.Equal(Picture.Length, one.Body!.Length);
            Assert.InRange(reader.HeldBytes, 0, 4 * entry.Length);
            count++;
        }

        Assert.Equal(301, count);
    }

    [Theory]
    [InlineData("")]
    [InlineData("no record")]
    [InlineData("[]")]
    [InlineData("{\"log\":{\"pages\":[]}}")]
    [InlineData("{\"entries\":[{}]}")]
    public async Task What_is_none_is_refused(string text) =>
        Assert.Equal("not-a-record", (await Assert.ThrowsAsync<UnreadableException>(() => ReadAsync(text))).Id);

    [Fact]
    public async Task An_entry_that_is_too_long_ends_it_and_it_is_said()
    {
        var reader = new HarReader(Of(Whole(Entry("http://a.example/a.jpg", [1]), Entry("http://a.example/b.jpg", Picture))))
        {
            MaxEntryBytes = 100_000,
        };
        var read = new List<HarEntry>();
        await foreach (var entry in reader.EntriesAsync(CancellationToken.None))
            read.Add(entry);
        Assert.Equal((1, true), (read.Count, reader.IsCutOff));
    }

    private static string Entry(string address, byte[] body) => JsonSerializer.Serialize(new
    {
        pageref = "page_1",
        request = new { method = "GET", url = address },
        response = new
        {
            status = 200,
            headers = new[] { new { name = "cache-control", value = "max-age=2592000" } },
            content = new { size = body.Length, mimeType = "image/jpeg", text = Convert.ToBase64String(body), encoding = "base64" },
        },
    });

    private static string Whole(params string[] entries) =>
        $$$"""{"log":{"version":"1.2","pages":[{"id":"page_1","entries":[{"no":"entry"}]}],"entries":[{{{string.Join(',', entries)}}}]}}""";

    private static MemoryStream Of(string text) => new(Encoding.UTF8.GetBytes(text));

    private static async Task<(List<HarEntry> Entries, bool IsCutOff)> ReadAsync(string text)
    {
        var reader = new HarReader(Of(text));
        var entries = new List<HarEntry>();
        await foreach (var entry in reader.EntriesAsync(CancellationToken.None))
            entries.Add(entry);
        return (entries, reader.IsCutOff);
    }

    // A long text that is nowhere as a whole.
    private sealed class Repeated(string[] around, string part, int times, string last) : MemoryStream
    {
        private readonly IEnumerator<byte[]> parts = Enumerable.Repeat(part, times).Prepend(around[0]).Append(last).Append(around[1])
            .Select(Encoding.UTF8.GetBytes).GetEnumerator();

        private ReadOnlyMemory<byte> left;

        public override ValueTask<int> ReadAsync(Memory<byte> buffer, CancellationToken cancellationToken = default)
        {
            if (left.Length == 0)
                left = parts.MoveNext() ? parts.Current : default;
            var some = left[..Math.Min(left.Length, buffer.Length)];
            some.CopyTo(buffer);
            left = left[some.Length..];
            return ValueTask.FromResult(some.Length);
        }
    }
}
