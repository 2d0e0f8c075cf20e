using NetVips;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Rendering;

/// <summary>A cut that is made while its file is read is the cut that is made from the whole.</summary>
public sealed class OneCutTests
{
    public static TheoryData<string, int, Rotation> Cuts => new()
    {
        { "hill-flight.jpg", 1500, Rotation.None },
        { "hill-flight.jpg", 120, Rotation.None },
        { "hill-flight.jpg", 900, new Rotation(1, false, 0) },
        { "hill-flight.jpg", 900, new Rotation(0, false, 2.5) },
        { "hill-flight-rotated.jpg", 900, Rotation.None },
        { "studio-delta-cutout.png", 200, Rotation.None },
    };

    [Theory]
    [MemberData(nameof(Cuts))]
    public void It_has_the_same_pixels(string demo, int width, Rotation turn)
    {
        var facts = SourceProbe.Probe(Demo.Source(demo), 300_000_000).Facts;
        var crop = new PixelRect(facts.Size.Width / 4, facts.Size.Height / 4, facts.Size.Width / 2 / 6 * 6, facts.Size.Width / 2 / 6 * 4);
        var size = new PixelSize(width, (int)Math.Round(width * (turn.QuarterTurns == 1 ? 1.5 : 2 / 3.0)));
        using var whole = DecodedSource.Open(Demo.Source(demo), facts);
        using var streamed = DecodedSource.ForOneCut(Demo.Source(demo), facts);
        AssertSame(whole, streamed, crop, turn, size);
        // Nobody promised that it is the last; neither does one cut spoil another.
        AssertSame(whole, streamed, crop, turn, new PixelSize(size.Width / 2, size.Height / 2));
        AssertSame(whole, streamed, crop, turn, size);
    }

    [Fact]
    public void Damage_shows_when_the_cut_is_made()
    {
        using var folder = new TemporaryFolder();
        var facts = SourceProbe.Probe(Demo.Source("hill-flight.jpg"), 300_000_000).Facts;
        var path = folder.Path("cut-short.jpg");
        File.WriteAllBytes(path, File.ReadAllBytes(Demo.Source("hill-flight.jpg"))[..^20_000]);
        using var source = DecodedSource.ForOneCut(path, facts);
        Assert.Throws<VipsException>(() => source.Cut(new PixelRect(0, 0, 3600, 2400), Rotation.None, new PixelSize(900, 600)));
    }

    private static void AssertSame(DecodedSource whole, DecodedSource streamed, PixelRect crop, Rotation turn, PixelSize size)
    {
        using var one = whole.Cut(crop, turn, size);
        using var other = streamed.Cut(crop, turn, size);
        Assert.Equal(one.WriteToMemory<byte>(), other.WriteToMemory<byte>());
    }
}
