using System.Globalization;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Imaging.Tests.Rendering;

/// <summary>Turned pictures against ImageMagick's, which turns in its own way.</summary>
public sealed class TurnTests
{
    // Quarter turns and mirroring move pixels and change none: every byte is compared.
    [Theory]
    [InlineData(0, true, "-flop")]
    [InlineData(1, false, "-rotate 90")]
    [InlineData(2, false, "-rotate 180")]
    [InlineData(3, false, "-rotate 270")]
    [InlineData(1, true, "-flop -rotate 90")]
    [InlineData(3, true, "-flop -rotate 270")]
    public void Quarter_turns_and_mirroring_move_every_pixel_where_it_belongs(int quarters, bool isMirrored, string theirTurn)
    {
        using var folder = new TemporaryFolder();
        var source = Demo.Source("spool-small.jpg");
        var slot = Demo.Plain("free", PictureFormat.Png) with { Sizes = new Core.Destinations.SizeRule.AllPixels() };
        // A crop off the middle, in upright pixels of the 640 × 480 source.
        var crop = new PixelRect(40, 10, 300, 200);
        var framing = new FramingChange.Crop(slot, null, new HandFraming(crop)).ApplyTo(
            SourceFraming.None with { Turn = new Rotation(quarters, isMirrored, 0) });
        var ours = folder.Write("ours.png", Making.One(source, slot, framing).File);
        Tool.Run("bash", "-c", $"convert '{source}' -strip -crop 300x200+40+10 +repage {theirTurn} '{folder.Path("theirs.png")}'");
        // Their decoder of JPEG and ours may differ by a step in a pixel; a pixel in a wrong place differs by far more.
        Assert.InRange(Tool.StructuralSimilarity(ours, folder.Path("theirs.png")), 0.9995, 1);
    }

    [Theory]
    [InlineData("beach-morning.jpg", 4.3)]
    [InlineData("studio-delta-cutout.png", -11.0)]
    [InlineData("hill-flight-rotated.jpg", 15.0)]
    public void Levelled_by_degrees_it_shows_what_an_independent_rotation_shows(string name, double level)
    {
        using var folder = new TemporaryFolder();
        var source = Demo.Source(name);
        var size = Tool.Run("identify", "-format", "%w %h %[orientation]", source).Split(' ');
        var isTurned = size[2] == "RightTop";
        var picture = new PixelSize(
            int.Parse(size[isTurned ? 1 : 0], CultureInfo.InvariantCulture),
            int.Parse(size[isTurned ? 0 : 1], CultureInfo.InvariantCulture));
        var slot = Demo.Plain("4:3", PictureFormat.Png, 600);
        var turn = new Rotation(0, false, level);
        var crop = AutomaticCrop.For(new CropCriteria(picture, level, new AspectRatio(4, 3), picture.Centre));
        var ours = folder.Write("ours.png", Making.One(source, slot, SourceFraming.None with { Turn = turn }).File);
        var (x, y) = (crop.Centre.X, crop.Centre.Y);
        // About the crop's centre by the degrees, clockwise, then an upright crop around it.
        Tool.Run(
            "bash", "-c",
            string.Create(
                CultureInfo.InvariantCulture,
                $"convert '{source}' -auto-orient -strip -background white -flatten -virtual-pixel edge " +
                $"-distort SRT '{x},{y} {level}' +repage -crop {crop.Width}x{crop.Height}+{crop.X}+{crop.Y} +repage " +
                $"-filter Lanczos -resize 600x450! '{folder.Path("theirs.png")}'"));
        if (name.EndsWith(".png", StringComparison.Ordinal))
            Tool.Run("convert", ours, "-background", "white", "-flatten", ours);
        Assert.InRange(Tool.StructuralSimilarity(ours, folder.Path("theirs.png")), 0.98, 1);
    }

    [Fact]
    public void A_vector_picture_is_turned_too()
    {
        using var folder = new TemporaryFolder();
        // Without loss, so that nothing but the turning is compared.
        var slot = Demo.Plain("200x600", PictureFormat.Tiff);
        var ours = folder.Write(
            "ours.tif", Making.One(Demo.Source("logo.svg"), slot, SourceFraming.None with { Turn = new Rotation(1, false, 0) }).File);
        var upright = folder.Write("upright.tif", Making.One(Demo.Source("logo.svg"), Demo.Plain("600x200", PictureFormat.Tiff)).File);
        Tool.Run("convert", upright, "-rotate", "90", "-background", "white", "-flatten", folder.Path("theirs.png"));
        Tool.Run("convert", ours, "-background", "white", "-flatten", folder.Path("ours.png"));
        Assert.InRange(Tool.StructuralSimilarity(folder.Path("ours.png"), folder.Path("theirs.png")), 0.999, 1);
    }
}
