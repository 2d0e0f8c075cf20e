using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Rendering;

/// <summary>A source decoded once, from which any number of variants are cut. Safe to read from several threads.</summary>
public sealed class DecodedSource : IDisposable
{
    // Larger pictures are kept in a temporary file, so that memory does not grow with the picture.
    private const long MostBytesInMemory = 400_000_000;

    private readonly Image upright;
    private readonly RecentCuts recent = new();

    private DecodedSource(Image upright, SourceFile file, SourceFacts facts)
    {
        this.upright = upright;
        File = file;
        Facts = facts;
    }

    /// <summary>What was decoded.</summary>
    public SourceFacts Facts { get; }

    /// <summary>Where it came from.</summary>
    public SourceFile File { get; }

    /// <summary>Decodes a source to upright pixels in its own colours.</summary>
    /// <param name="path">The original.</param>
    /// <param name="facts">As found when it came in.</param>
    /// <exception cref="VipsException">The file is damaged.</exception>
    public static DecodedSource Open(string path, SourceFacts facts)
    {
        var file = SourceFile.Known(path, facts.Format);
        using var image = file.Load();
        var stored = Held(image);
        if (facts.Orientation == 1)
            return new DecodedSource(stored, file, facts);
        using (stored)
        {
            using var turned = stored.Autorot();
            return new DecodedSource(Held(turned), file, facts);
        }
    }

    /// <summary>The pixels of a crop, scaled to a size. A vector picture is drawn again for it.</summary>
    /// <param name="crop">In upright source pixels, inside the picture.</param>
    /// <param name="size">Not larger than the crop, unless the picture is a vector picture.</param>
    /// <returns>In the source's own colours, in memory.</returns>
    public Image Cut(PixelRect crop, PixelSize size) => recent.Get(crop, size, () => CutNow(crop, size));

    /// <inheritdoc/>
    public void Dispose()
    {
        recent.Dispose();
        upright.Dispose();
    }

    private Image CutNow(PixelRect crop, PixelSize size)
    {
        if (!Facts.IsVector)
        {
            using var area = upright.Crop(crop.X, crop.Y, crop.Width, crop.Height);
            return PixelScaling.ScaledTo(area, size);
        }

        var scale = Math.Max((double)size.Width / crop.Width, (double)size.Height / crop.Height);
        using var loaded = File.Load(scale);
        using var drawn = loaded.CopyMemory();
        var x = Math.Clamp((int)Math.Round(crop.X * scale), 0, Math.Max(0, drawn.Width - size.Width));
        var y = Math.Clamp((int)Math.Round(crop.Y * scale), 0, Math.Max(0, drawn.Height - size.Height));
        var width = Math.Min(size.Width, drawn.Width - x);
        var height = Math.Min(size.Height, drawn.Height - y);
        using var cut = drawn.Crop(x, y, width, height);
        return cut.Embed(0, 0, size.Width, size.Height, extend: Enums.Extend.Copy);
    }

    private static Image Held(Image image)
    {
        var bytes = (long)image.Width * image.Height * image.Bands * (image.Format == Enums.BandFormat.Uchar ? 1 : 2);
        if (bytes <= MostBytesInMemory)
            return image.CopyMemory();
        var onDisk = Image.NewTempFile("%s.v");
        image.Write(onDisk);
        return onDisk;
    }
}
