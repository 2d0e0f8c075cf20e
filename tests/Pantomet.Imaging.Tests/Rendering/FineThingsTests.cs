using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Tests.Rendering;

public sealed class FineThingsTests
{
    // What shows beside a hard edge as a halo: about ten of 255 levels is where it begins (common practice, no source).
    private const double MaxOvershoot = 14;

    [Theory]
    [InlineData(Sharpening.Light)]
    [InlineData(Sharpening.Normal)]
    public void A_sharpened_edge_is_steeper_and_has_no_halo(Sharpening amount)
    {
        using var edge = SoftEdge();
        using var sharp = Sharpener.Sharpened(edge, 4, amount);
        Assert.True(Steepest(sharp) > 1.05 * Steepest(edge));
        Assert.InRange(sharp.Max() - edge.Max(), 0, MaxOvershoot);
        Assert.InRange(edge.Min() - sharp.Min(), 0, MaxOvershoot);
    }

    [Fact]
    public void Sharpening_grows_with_the_reduction_and_with_what_is_asked_for()
    {
        using var edge = SoftEdge();
        double[] steepness =
        [
            Of(1, Sharpening.Normal), Of(1.5, Sharpening.Light), Of(4, Sharpening.Light), Of(4, Sharpening.Normal),
        ];
        Assert.Equal(steepness.Order(), steepness);
        Assert.Equal(Steepest(edge), Of(1, Sharpening.Normal));
        Assert.Equal(Steepest(edge), Of(4, Sharpening.Off));

        double Of(double reduction, Sharpening amount)
        {
            using var sharp = Sharpener.Sharpened(edge, reduction, amount);
            return Steepest(sharp);
        }
    }

    [Fact]
    public void A_picture_without_colour_is_saved_as_greyscale_and_one_pixel_of_colour_keeps_it_in_colour()
    {
        using var grey = Image.NewFromFile(Demo.Source("grey-archive.jpg")).Colourspace(Enums.Interpretation.Srgb).CopyMemory();
        Assert.Equal(3, grey.Bands);
        using var one = Grey.OneChannel(grey);
        Assert.Equal((1, grey.Width), (one.Bands, one.Width));
        using var spotted = grey.Mutate(changed => changed.DrawRect([200, 0, 0], 5, 5, 1, 1));
        using var three = Grey.OneChannel(spotted.CopyMemory());
        Assert.Equal(3, three.Bands);

        using var folder = new TemporaryFolder();
        var source = folder.Write("grey-as-colour.png", grey.PngsaveBuffer());
        foreach (var format in (PictureFormat[])[PictureFormat.Jpeg, PictureFormat.Png])
        {
            var file = folder.Write($"made.{format.Extension()}", Making.One(source, Demo.Plain("3:2", format, 600)).File);
            Assert.StartsWith(
                "Gray", Tool.Run("identify", "-format", "%[channels] %[colorspace]", file).Replace("gray ", "", StringComparison.Ordinal),
                StringComparison.OrdinalIgnoreCase);
        }
    }

    [Theory]
    [InlineData(PictureFormat.Jpeg)]
    [InlineData(PictureFormat.Png)]
    [InlineData(PictureFormat.Tiff)]
    public void Pixels_per_inch_are_written_as_asked_for(PictureFormat format)
    {
        using var folder = new TemporaryFolder();
        var slot = Demo.Plain("3:2", format, 300) with { Ppi = 300, Metadata = MetadataPolicy.None };
        var file = folder.Write($"made.{format.Extension()}", Making.One(Demo.Source("hill-flight.jpg"), slot).File);
        // PNG counts pixels per metre: 300 per inch are 11,811 of them.
        var expected = format == PictureFormat.Png ? "11811" : "300";
        var tag = format == PictureFormat.Png ? "-PixelsPerUnitX" : "-XResolution";
        Assert.Equal(expected, Tool.Run("exiftool", "-s3", "-n", tag, file).Split('\n')[0].Trim());
    }

    // Two levels with a slope between them, as a reduction leaves it.
    private static Image SoftEdge()
    {
        using var dark = Image.Black(40, 40) + 60;
        using var light = Image.Black(40, 40) + 190;
        using var hard = dark.Join(light, Enums.Direction.Horizontal);
        using var soft = hard.Gaussblur(0.8);
        return soft.Cast(Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Bw).CopyMemory();
    }

    private static double Steepest(Image image)
    {
        var row = image.Crop(0, 20, image.Width, 1).WriteToMemory<byte>();
        return Enumerable.Range(1, row.Length - 1).Max(x => row[x] - row[x - 1]);
    }
}
