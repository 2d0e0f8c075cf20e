using System.Buffers.Binary;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Lettering;

namespace Pantomet.Imaging.Tests.Lettering;

/// <summary>Fonts that are sent: what is said of them against fontconfig's own reader (Debian's fontconfig), and their letters against
/// those of the font that they were copied from.</summary>
public sealed class OwnFontTests : IDisposable
{
    private const string Digits = "5d2c4a8e1f90b7365d2c4a8e1f90b7365d2c4a8e1f90b7365d2c4a8e1f90b736";
    private readonly TemporaryFolder folder = new();
    private readonly HeadlineFont own = HeadlineFont.Own(Digits);

    public static TheoryData<string> Shipped() =>
        [.. Directory.EnumerateFiles(VipsRuntime.FontFolder, "*.ttf").Select(path => Path.GetFileName(path)!)];

    [Theory]
    [MemberData(nameof(Shipped))]
    public void Another_reader_says_of_a_copy_that_it_has_its_new_name_and_all_letters_that_are_counted(string file)
    {
        var path = Path.Combine(VipsRuntime.FontFolder, file);
        if (file.Contains("Emoji", StringComparison.Ordinal))
        {
            // Its letters are pictures.
            Assert.Equal("font-without-outlines", Refused(File.ReadAllBytes(path)));
            return;
        }

        var tables = FontTables.Of(File.ReadAllBytes(path));
        var copy = folder.Write(file, FontCopy.Write(tables, own.Family));
        Assert.Equal(own.Family, Tool.Run("fc-scan", "--format", "%{family}", copy));
        var letters = new LetterSet().With(tables);
        foreach (var scanned in new[] { path, copy })
        {
            var said = Letters(Tool.Run("fc-scan", "--format", "%{charset}", scanned)).ToHashSet();
            Assert.All(said, code => Assert.True(letters.Has(new Rune(code)), $"{file} has U+{code:X4}"));
            // It leaves out what has no shape, such as spaces.
            Assert.True(letters.All().Count(letter => !said.Contains(letter.Value)) <= 0.05 * said.Count);
        }
    }

    [Theory]
    [InlineData("Vollkorn-Bold.ttf", "Vollkorn Bold")]
    [InlineData("Lato-Regular.ttf", "Lato")]
    public void It_is_called_as_its_file_says(string file, string name) =>
        Assert.Equal(name, FontNames.Read(FontTables.Of(File.ReadAllBytes(Path.Combine(VipsRuntime.FontFolder, file)))["name"].Span));

    [Fact]
    public void Its_letters_are_those_of_its_file_and_nobody_elses_change()
    {
        const string words = "Kites “fly” עפיפונים पतंग";
        var lato = Drawn(new Typeface(HeadlineStyle.Usual.Font, null), words);
        // Bold Hebrew, and a font that would otherwise be called Lato.
        var hebrew = Look("NotoSansHebrew-Bold.ttf");
        _ = Drawn(new Typeface(own, hebrew.Copy), words);
        var other = HeadlineFont.Own(new string('a', 64));
        var play = Look("Play-Bold.ttf", other.Family);
        Assert.Equal(
            Drawn(new Typeface(new HeadlineFont("Play", true), null), "Kites fly"), Drawn(new Typeface(other, play.Copy), "Kites fly"));
        Assert.Equal(lato, Drawn(new Typeface(HeadlineStyle.Usual.Font, null), words));
    }

    [Fact]
    public void What_neither_it_nor_one_that_ships_has_is_named()
    {
        var typeface = new Typeface(HeadlineStyle.Usual.Font, null);
        Assert.Equal(["風", "箏"], typeface.Missing(HeadlineWords.Of("Kites 風箏 風")!));
        Assert.Empty(typeface.Missing(HeadlineWords.Of("Drachen – für ‘alle’, cafe\u0301 🪁 👩🏽‍🚀 ❤️ طائرة עף")!));
    }

    [Fact]
    public void A_broken_font_is_refused_with_a_sentence_whatever_is_wrong_with_it()
    {
        var whole = File.ReadAllBytes(Path.Combine(VipsRuntime.FontFolder, "Quicksand-Bold.ttf"));
        Assert.Equal("not-a-font", Refused([]));
        Assert.Equal("not-a-font", Refused("kite"u8.ToArray()));
        Assert.Equal("not-a-font", Refused(File.ReadAllBytes(Demo.Source("logo-1200.png"))));
        Assert.Equal("font-for-the-web", Refused([.. "wOF2"u8, .. whole]));
        Assert.Equal("font-collection", Refused([.. "ttcf"u8, .. whole]));
        Assert.Equal("font-damaged", Refused(whole[..^200]));
        Assert.Equal("font-damaged", Refused(whole[..40]));
        var random = new Random(11);
        for (var round = 0; round < 300; round++)
        {
            var bytes = whole.AsSpan(0, round % 3 == 0 ? random.Next(12, whole.Length) : whole.Length).ToArray();
            // The records of its tables, and the beginnings of some of them.
            for (var change = 0; change < 4; change++)
                bytes[random.Next(4, Math.Min(bytes.Length, round % 2 == 0 ? 300 : bytes.Length))] = (byte)random.Next(256);
            Read(bytes);
        }

        // A table of letters that lies outside, has more groups than bytes, or groups without end.
        var cmap = whole.AsSpan().IndexOf("cmap"u8);
        foreach (var at in new[] { 8, 12 })
        {
            var bytes = whole.ToArray();
            BinaryPrimitives.WriteUInt32BigEndian(bytes.AsSpan(cmap + at), uint.MaxValue);
            Assert.Equal("font-damaged", Refused(bytes));
        }
    }

    public void Dispose() => folder.Dispose();

    // Nothing but a refusal may come of it.
    private void Read(byte[] file)
    {
        try
        {
            var tables = FontTables.Of(file);
            _ = new LetterSet().With(tables).All().Count();
            _ = FontCopy.Write(tables, own.Family);
        }
        catch (UnreadableException refusal)
        {
            Assert.NotEqual("not-a-font", refusal.Id);
        }
    }

    private string Refused(byte[] file)
    {
        var path = folder.Write("sent", file);
        return Assert.Throws<UnreadableException>(() => FontProbe.Look(path, own.Family, folder.Path("copy"))).Id;
    }

    private (FontFacts Facts, string Copy) Look(string file, string? family = null)
    {
        var copy = folder.Path(Guid.NewGuid().ToString("N"));
        return (FontProbe.Look(Path.Combine(VipsRuntime.FontFolder, file), family ?? own.Family, copy), copy);
    }

    private static string Drawn(Typeface typeface, string text)
    {
        VipsRuntime.Start();
        using var drawn = new TextRaster(typeface).Draw(text, 60, SrgbColour.White, HeadlineAlign.Left);
        return $"{drawn.Width} × {drawn.Height}: {Convert.ToHexString(SHA256.HashData(drawn.WriteToMemory<byte>()))}";
    }

    // As fontconfig writes them: 20-7e a0 100-17f.
    private static IEnumerable<int> Letters(string charset) => charset.Split(' ', StringSplitOptions.RemoveEmptyEntries).SelectMany(range =>
    {
        var ends = range.Split('-').Select(code => int.Parse(code, NumberStyles.HexNumber, CultureInfo.InvariantCulture)).ToList();
        return Enumerable.Range(ends[0], ends[^1] - ends[0] + 1);
    });
}
