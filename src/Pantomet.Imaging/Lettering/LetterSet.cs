using System.Buffers.Binary;
using System.Collections;
using System.Text;
using Pantomet.Core.Findings;

namespace Pantomet.Imaging.Lettering;

/// <summary>For which characters fonts have a shape.</summary>
/// <remarks>OpenType 1.9.1, "cmap", formats 4 and 12: https://learn.microsoft.com/typography/opentype/spec/cmap.</remarks>
internal sealed class LetterSet
{
    private const int AllCharacters = 0x110000;
    private readonly BitArray has = new(AllCharacters);

    /// <summary>Each of them, in the order of their numbers.</summary>
    public IEnumerable<Rune> All() =>
        Enumerable.Range(0, AllCharacters).Where(code => has[code] && Rune.IsValid(code)).Select(code => new Rune(code));

    /// <summary>Whether there is one.</summary>
    /// <param name="letter">Any character.</param>
    public bool Has(Rune letter) => has[letter.Value];

    /// <summary>Adds those of a font.</summary>
    /// <param name="tables">Of the font.</param>
    /// <exception cref="UnreadableException">They cannot be read.</exception>
    public LetterSet With(FontTables tables)
    {
        try
        {
            var glyphs = BinaryPrimitives.ReadUInt16BigEndian(tables["maxp"].Span[4..]);
            Add(tables["cmap"].Span, glyphs);
            return this;
        }
        catch (ArgumentOutOfRangeException problem)
        {
            throw FontTables.Damaged(problem);
        }
    }

    private void Add(ReadOnlySpan<byte> table, int glyphs)
    {
        var count = Word(table, 2);
        for (var index = 0; index < count; index++)
        {
            var record = table.Slice(4 + (index * 8), 8);
            // Unicode, by whichever of the two platforms says it.
            if (Word(record, 0) is not 0 && (Word(record, 0) is not 3 || Word(record, 2) is not (1 or 10)))
                continue;
            var part = table[(int)Math.Min(BinaryPrimitives.ReadUInt32BigEndian(record[4..]), int.MaxValue)..];
            if (Word(part, 0) == 4)
                AddSegments(part, glyphs);
            else if (Word(part, 0) == 12)
                AddGroups(part, glyphs);
        }
    }

    private void AddSegments(ReadOnlySpan<byte> part, int glyphs)
    {
        var segments = Word(part, 6) / 2;
        var (ends, starts) = (14, 16 + (2 * segments));
        var (deltas, offsets) = (starts + (2 * segments), starts + (4 * segments));
        for (var segment = 0; segment < segments; segment++)
        {
            var (at, delta) = (offsets + (2 * segment), Word(part, deltas + (2 * segment)));
            var (first, last, offset) = (Word(part, starts + (2 * segment)), Word(part, ends + (2 * segment)), Word(part, at));
            for (var code = first; code <= last && code < 0xFFFF; code++)
            {
                var glyph = offset == 0 ? code + delta : Word(part, at + offset + (2 * (code - first)));
                if (offset != 0 && glyph != 0)
                    glyph += delta;
                Add(code, glyph & 0xFFFF, glyphs);
            }
        }
    }

    private void AddGroups(ReadOnlySpan<byte> part, int glyphs)
    {
        var groups = BinaryPrimitives.ReadUInt32BigEndian(part[12..]);
        for (var index = 0; index < groups; index++)
        {
            var group = part.Slice(16 + (index * 12), 12);
            var (first, last) = (BinaryPrimitives.ReadUInt32BigEndian(group), BinaryPrimitives.ReadUInt32BigEndian(group[4..]));
            var glyph = BinaryPrimitives.ReadUInt32BigEndian(group[8..]);
            for (long code = first; code <= last && code < AllCharacters && glyph + (code - first) < glyphs; code++)
                Add((int)code, (int)(glyph + (code - first)), glyphs);
        }
    }

    // The glyph numbered 0 stands for all that are missing.
    private void Add(int code, int glyph, int glyphs)
    {
        if (glyph > 0 && glyph < glyphs)
            has[code] = true;
    }

    private static int Word(ReadOnlySpan<byte> from, int at) => BinaryPrimitives.ReadUInt16BigEndian(from[at..]);
}
