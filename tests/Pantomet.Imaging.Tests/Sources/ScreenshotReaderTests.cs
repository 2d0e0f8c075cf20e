using Pantomet.Core.Findings;
using Pantomet.Core.Kernels.Edges;
using Pantomet.Core.Measures;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Sources;

/// <summary>Screenshots drawn by ImageMagick, measured by us.</summary>
public sealed class ScreenshotReaderTests
{
    private const string Rectangle = "rectangle 40,30 199,119";

    public static TheoryData<string, string[]> Kinds => new()
    {
        { "plain.png", [] },
        { "palette.png", ["-type", "Palette"] },
        { "grey.png", ["-colorspace", "Gray"] },
        { "deep.png", ["-depth", "16"] },
        { "clear.png", ["-transparent", "white"] },
        { "photo.jpg", ["-quality", "85"] },
        { "small.webp", ["-quality", "90"] },
    };

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Edges_are_where_they_were_drawn_in_whatever_way_the_screenshot_was_saved(string name, string[] options)
    {
        using var folder = new TemporaryFolder();
        Tool.Run("convert", ["-size", "320x200", "xc:white", "-fill", "#334488", "-draw", Rectangle, .. options, folder.Path(name)]);
        var plane = ScreenshotReader.Read(folder.Path(name), 1_000_000);
        Assert.Equal((320, 200), (plane.Width, plane.Height));
        Assert.Equal(new PixelRect(40, 30, 160, 90), EdgeSnap.Snap(plane, new PixelRect(44, 27, 153, 96), 8));
    }

    [Fact]
    public void A_turned_screenshot_is_measured_upright()
    {
        using var folder = new TemporaryFolder();
        Tool.Run(
            "convert", "-size", "320x200", "xc:white", "-fill", "#334488", "-draw", Rectangle, "-rotate", "-90", folder.Path("turned.jpg"));
        Tool.Run("exiftool", "-q", "-overwrite_original", "-n", "-Orientation=6", folder.Path("turned.jpg"));
        var plane = ScreenshotReader.Read(folder.Path("turned.jpg"), 1_000_000);
        Assert.Equal((320, 200), (plane.Width, plane.Height));
        Assert.True(plane.At(120, 75) < 120 && plane.At(10, 10) > 240);
    }

    [Fact]
    public void What_is_damaged_too_large_or_no_picture_is_refused()
    {
        using var folder = new TemporaryFolder();
        Tool.Run("convert", "-size", "900x900", "plasma:", folder.Path("whole.png"));
        var whole = File.ReadAllBytes(folder.Path("whole.png"));
        Assert.Equal(
            "too-many-pixels", Assert.Throws<UnreadableException>(() => ScreenshotReader.Read(folder.Path("whole.png"), 500_000)).Id);
        var half = folder.Write("half.png", whole[..(whole.Length / 2)]);
        Assert.Equal("damaged", Assert.Throws<UnreadableException>(() => ScreenshotReader.Read(half, 1_000_000)).Id);
        Assert.Throws<UnreadableException>(() => ScreenshotReader.Read(folder.Write("page.png", "<html></html>"u8.ToArray()), 1_000_000));
    }
}
