using System.Globalization;
using System.Text;
using BitFaster.Caching.Lru;
using Pantomet.Core.Findings;
using Pantomet.Core.Treatments;

namespace Pantomet.Imaging.Lettering;

/// <summary>Where the copy of an own font lies that its letters are drawn with.</summary>
/// <param name="sha256">Of the font that was sent.</param>
/// <exception cref="UnreadableException">It is gone.</exception>
public delegate string FontFinding(string sha256);

/// <summary>The letters of a headline, with those that step in for what its font lacks.</summary>
/// <param name="Font">Which.</param>
/// <param name="File">Of an own font; null for one that ships.</param>
internal sealed record Typeface(HeadlineFont Font, string? File)
{
    private const int MaxKept = 16;

    // All that ship by name: an own font that somebody else added never steps in, or a file would depend on who was here before.
    private static readonly string StepIn = string.Join(
        ',', "Noto Sans", "Noto Sans Arabic", "Noto Sans Hebrew", "Noto Sans Devanagari", "Noto Sans Thai", "Noto Color Emoji");

    private static readonly Lazy<LetterSet> Shipped = new(() => Directory.EnumerateFiles(VipsRuntime.FontFolder, "*.ttf")
        .Aggregate(new LetterSet(), With));

    // By where its copy lies, which names its content: who types asks with each letter.
    private static readonly ConcurrentLru<string, LetterSet> Own = new(MaxKept);

    /// <summary>The letters of a font.</summary>
    /// <param name="font">Which.</param>
    /// <param name="find">Finds an own one.</param>
    /// <exception cref="UnreadableException">It is gone.</exception>
    public static Typeface Of(HeadlineFont font, FontFinding find) => new(font, font.OwnFile() is { } sha256 ? find(sha256) : null);

    /// <summary>As Pango is told: family names, style and size.</summary>
    /// <param name="size">In points.</param>
    public string Described(double size) =>
        FormattableString.Invariant($"{Font.Family},{StepIn},{(Font.IsBold ? " Bold" : "")} {size:0.##}");

    /// <summary>What neither it nor those that step in have a shape for, each once.</summary>
    /// <param name="words">What is to be set.</param>
    public IReadOnlyList<string> Missing(HeadlineWords words) =>
    [
        .. words.Words.SelectMany(word => word.Normalize(NormalizationForm.FormC).EnumerateRunes()).Distinct()
            .Where(letter => !IsHidden(letter) && !Has(letter)).Select(letter => letter.ToString()),
    ];

    // A letter with an accent is made of the two where it is not there as one.
    private bool Has(Rune letter) => HasAsIs(letter) ||
        (letter.ToString().Normalize(NormalizationForm.FormD).EnumerateRunes().ToList() is { Count: > 1 } parts && parts.All(HasAsIs));

    private bool HasAsIs(Rune letter) =>
        Shipped.Value.Has(letter) || (File is not null && Own.GetOrAdd(File, path => With(new LetterSet(), path)).Has(letter));

    private static LetterSet With(LetterSet letters, string path) => letters.With(FontTables.Of(System.IO.File.ReadAllBytes(path)));

    // Joiners, marks of direction, what chooses between forms of one letter (Unicode 16, 23.4), white space.
    private static bool IsHidden(Rune letter) => Rune.GetUnicodeCategory(letter) == UnicodeCategory.Format || Rune.IsWhiteSpace(letter) ||
        letter.Value is (>= 0xFE00 and <= 0xFE0F) or (>= 0xE0100 and <= 0xE01EF) or 0x34F;
}
