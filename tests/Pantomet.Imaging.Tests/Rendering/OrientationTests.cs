using NetVips;
using Pantomet.Core.Pictures;

namespace Pantomet.Imaging.Tests.Rendering;

public sealed class OrientationTests
{
    // Exif 2.32 / CIPA DC-008, Orientation: what has to be done to an upright picture so that the tag turns it upright again.
    private static readonly string[] ToStored =
        ["", "-flop", "-rotate 180", "-flip", "-transpose", "-rotate 270", "-transverse", "-rotate 90"];

    [Fact]
    public void Eight_copies_with_orientation_1_to_8_give_the_same_upright_output()
    {
        using var folder = new TemporaryFolder();
        var slot = Demo.Plain("3:2", PictureFormat.Png, 300);
        byte[]? first = null;
        for (var orientation = 1; orientation <= 8; orientation++)
        {
            // PNG keeps the pixels exact; exiftool writes the tag.
            var path = folder.Path($"kite-{orientation}.png");
            Tool.Run(
                "convert",
                [Demo.Source("spool-small.jpg"), .. ToStored[orientation - 1].Split(' ', StringSplitOptions.RemoveEmptyEntries), "-strip",
                    path]);
            Tool.Run("exiftool", "-q", "-n", "-overwrite_original", $"-Orientation={orientation}", path);
            var pixels = Pixels(Making.One(path, slot).File);
            first ??= pixels;
            Assert.True(first.AsSpan().SequenceEqual(pixels), $"Orientation {orientation} comes out differently.");
        }
    }

    private static byte[] Pixels(byte[] file)
    {
        using var image = Image.PngloadBuffer(file);
        Assert.Equal((300, 200), (image.Width, image.Height));
        return image.WriteToMemory<byte>();
    }
}
