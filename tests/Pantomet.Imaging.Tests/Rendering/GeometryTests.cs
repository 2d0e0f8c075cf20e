using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;

namespace Pantomet.Imaging.Tests.Rendering;

public sealed class GeometryTests
{
    [Theory]
    [InlineData("851x315")]
    [InlineData("960x180")]
    [InlineData("250x250")]
    [InlineData("333x777")]
    public void Exact_sizes_are_met_by_raster_and_vector_pictures(string shape)
    {
        using var folder = new TemporaryFolder();
        foreach (var source in (string[])["hill-flight.jpg", "dune-box-kite.jpg", "logo.svg"])
        {
            var file = folder.Write("out.png", Making.One(Demo.Source(source), Demo.Plain(shape, PictureFormat.Png)).File);
            Assert.Equal(shape, Tool.Run("identify", "-format", "%wx%h", file));
        }
    }

    // The independent crop-and-resize is ImageMagick's, with the filter of the same name, judged by scikit-image. A shift by two source
    // pixels is seen red.
    [Theory]
    [InlineData("hill-flight.jpg", "2400x2400+600+0", 800, 800)]
    [InlineData("festival-panorama.jpg", "2000x2000+2000+0", 500, 500)]
    public void Shows_the_region_that_an_independent_crop_and_resize_shows(string source, string crop, int width, int height)
    {
        using var folder = new TemporaryFolder();
        Tool.Run(
            "convert", Demo.Source(source), "-strip", "-crop", crop, "+repage", "-filter", "Lanczos", "-resize", $"{width}x{height}!",
            folder.Path("theirs.png"));
        var ours = folder.Write("ours.png", Making.One(Demo.Source(source), Demo.Plain($"{width}x{height}", PictureFormat.Png)).File);
        Assert.InRange(Tool.StructuralSimilarity(ours, folder.Path("theirs.png")), 0.985, 1);
    }

    [Fact]
    public void Padding_shows_the_whole_picture_on_the_background()
    {
        using var folder = new TemporaryFolder();
        var slot = Demo.Slot("stallholders-hall.main-photo") with { Limits = FileLimits.None, Formats = [PictureFormat.Png] };
        var file = folder.Write("padded.png", Making.One(Demo.Source("hill-flight.jpg"), slot).File);
        // 3:2 in a square of 2,000: 1,333 rows of picture, 333 white rows above it.
        var rows = Tool.Run("convert", file, "-format", "%[fx:u.p{1000,332}.r],%[fx:u.p{1000,335}.r<0.9],%[fx:u.p{1000,1667}.g]", "info:");
        Assert.Equal("1,1,1", rows);
    }
}
