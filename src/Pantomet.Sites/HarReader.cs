using System.Runtime.CompilerServices;
using System.Text.Json;
using Pantomet.Core.Findings;

namespace Pantomet.Sites;

/// <summary>Reads the record of a page's traffic that browsers save: one entry after the other, so that one of hundreds of megabytes takes
/// no more memory than its largest entry.</summary>
/// <remarks>HAR 1.2, http://www.softwareishard.com/blog/har-12-spec/. Entries stand in <c>log.entries</c>.</remarks>
/// <param name="content">Read to its end, or to what cannot be read any more.</param>
public sealed class HarReader(Stream content)
{
    private const int FirstBytes = 64 * 1024;

    // Of the list in the record: log is within the record, entries within log, an entry within entries.
    private const int DepthOfEntry = 3;

    private byte[] buffer = new byte[FirstBytes];
    private int first;
    private int end;
    private JsonReaderState state;
    private string member = "";
    private bool isInEntries;
    private bool wasInEntries;

    /// <summary>The most bytes that one entry may have; a picture of 70 MB has as many.</summary>
    public int MaxEntryBytes { get; init; } = 100_000_000;

    /// <summary>Whether it ended before its end, so that entries may be missing. Known once all were read.</summary>
    public bool IsCutOff { get; private set; }

    /// <summary>Memory that is held for what was read and not yet understood.</summary>
    internal int HeldBytes => buffer.Length;

    /// <summary>The entries, in their order; those without an address are left out.</summary>
    /// <param name="cancel">Ends it.</param>
    /// <exception cref="UnreadableException">It is no such record at all.</exception>
    public async IAsyncEnumerable<HarEntry> EntriesAsync([EnumeratorCancellation] CancellationToken cancel)
    {
        // What some programs write before the text.
        var isEnded = await FillAsync(cancel);
        if (buffer.AsSpan(0, end) is [0xEF, 0xBB, 0xBF, ..])
            first = 3;
        while (true)
        {
            var (entry, isOver) = Next(isEnded);
            if (entry is not null)
                using (entry)
                {
                    if (HarEntry.Of(entry.RootElement) is { } read)
                        yield return read;
                    continue;
                }

            if (isOver)
                break;
            if (end - first >= MaxEntryBytes)
            {
                IsCutOff = true;
                break;
            }

            isEnded = await FillAsync(cancel);
        }

        if (!wasInEntries)
            throw new UnreadableException(
                "not-a-record", "It is no record of a page's traffic (HAR). Save one in the browser's network tool, with all contents.");
    }

    // The next entry that is there as a whole; nothing where more has to be read first.
    private (JsonDocument? Entry, bool IsOver) Next(bool isEnded)
    {
        var reader = new Utf8JsonReader(buffer.AsSpan(first, end - first), isEnded, state);
        try
        {
            var before = reader;
            while (reader.Read())
            {
                if (isInEntries && reader is { TokenType: JsonTokenType.StartObject, CurrentDepth: DepthOfEntry })
                {
                    var start = first + (int)reader.TokenStartIndex;
                    if (!reader.TrySkip())
                    {
                        Keep(before);
                        return (null, false);
                    }

                    var entry = JsonDocument.Parse(buffer.AsMemory(start, first + (int)reader.BytesConsumed - start).ToArray());
                    Keep(reader);
                    return (entry, false);
                }

                Follow(reader);
                before = reader;
            }

            Keep(reader);
            return (null, isEnded);
        }
        catch (JsonException)
        {
            // Broken off, or damaged from here on.
            IsCutOff = true;
            return (null, true);
        }
    }

    private void Follow(Utf8JsonReader reader)
    {
        if (reader is { TokenType: JsonTokenType.PropertyName, CurrentDepth: DepthOfEntry - 1 })
            member = reader.GetString()!;
        else if (reader is { TokenType: JsonTokenType.StartArray, CurrentDepth: DepthOfEntry - 1 } && member == "entries")
            isInEntries = wasInEntries = true;
        else if (reader is { TokenType: JsonTokenType.EndArray, CurrentDepth: DepthOfEntry - 1 })
            isInEntries = false;
    }

    private void Keep(Utf8JsonReader reader)
    {
        state = reader.CurrentState;
        first += (int)reader.BytesConsumed;
    }

    private async Task<bool> FillAsync(CancellationToken cancel)
    {
        buffer.AsSpan(first, end - first).CopyTo(buffer);
        (first, end) = (0, end - first);
        if (end == buffer.Length)
            Array.Resize(ref buffer, 2 * buffer.Length);
        // As much as goes in: an entry that is not there as a whole is looked at from its beginning each time.
        while (end < buffer.Length)
        {
            var read = await content.ReadAsync(buffer.AsMemory(end), cancel);
            if (read == 0)
                return true;
            end += read;
        }

        return false;
    }
}
