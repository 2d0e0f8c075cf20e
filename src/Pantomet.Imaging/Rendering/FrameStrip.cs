using NetVips;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;

namespace Pantomet.Imaging.Rendering;

/// <summary>Frames of one size, one below the other, with how long each stays.</summary>
/// <remarks>The pixels lie in a temporary file, so that memory does not grow with the number of frames.</remarks>
public sealed class FrameStrip : IDisposable
{
    private readonly TemporaryPixels pixels;
    private readonly int height;

    private FrameStrip(TemporaryPixels pixels, int height, int[] delays, int loops)
    {
        (this.pixels, this.height, Delays, Loops) = (pixels, height, delays, loops);
        Image = pixels.Image.Mutate(changed =>
        {
            changed.Set(GValue.GIntType, "page-height", height);
            changed.Set(GValue.ArrayIntType, "delay", delays);
            changed.Set(GValue.GIntType, "loop", loops);
        });
    }

    /// <summary>The frames, one below the other, with what an encoder needs to know of them.</summary>
    public Image Image { get; }

    /// <summary>How many there are.</summary>
    public int Count => Delays.Length;

    /// <summary>How long each stays, in milliseconds.</summary>
    public int[] Delays { get; }

    /// <summary>How often the animation runs; 0 is without end.</summary>
    public int Loops { get; }

    /// <summary>The frames of an animated source as one variant shows them.</summary>
    /// <param name="source">The source; its frames are read again, from first to last.</param>
    /// <param name="recipe">Crop, size, colour, transparency, background.</param>
    /// <param name="format">Decides whether transparency can stay.</param>
    public static FrameStrip Of(DecodedSource source, RenderRecipe recipe, PictureFormat format)
    {
        using var loaded = source.File.LoadFrames();
        var height = loaded.PageHeight;
        var count = loaded.Height / height;
        var pixels = new TemporaryPixels(source.TemporaryFolder);
        for (var at = 0; at < count; at++)
        {
            using var cropped = loaded.Crop(0, at * height, loaded.Width, height);
            using var frame = cropped.CopyMemory();
            using var cut = CutOf(frame, recipe);
            using var finished = VariantPixels.Finished(cut, source, recipe, format);
            pixels.Add(finished);
        }

        return new FrameStrip(pixels, recipe.File.Height, DelaysOf(loaded, count), loaded.Contains("loop") ? (int)loaded.Get("loop") : 0);
    }

    /// <summary>A single frame.</summary>
    /// <param name="picture">Its pixels.</param>
    /// <param name="folder">Holds them meanwhile.</param>
    public static FrameStrip Of(Image picture, string folder)
    {
        var pixels = new TemporaryPixels(folder);
        pixels.Add(picture);
        return new FrameStrip(pixels, picture.Height, [0], 0);
    }

    /// <summary>What an encoded file shows while some of the frames were shown that it was made from.</summary>
    /// <param name="file">GIF or WebP.</param>
    /// <param name="like">The frames that it was made from.</param>
    /// <param name="wanted">Which of those, from first to last.</param>
    /// <returns>One picture for each, in memory.</returns>
    public static IEnumerable<Image> Shown(byte[] file, FrameStrip like, IEnumerable<int> wanted)
    {
        using var loaded = Image.NewFromBuffer(file, "[n=-1]", access: Enums.Access.Sequential, failOn: Enums.FailOn.Truncated);
        var height = loaded.PageHeight;
        var count = loaded.Height / height;
        var delays = DelaysOf(loaded, count);
        var (at, until, next, begins) = (-1, 0, 0, 0);
        Image? frame = null;
        try
        {
            foreach (var one in wanted)
            {
                for (; next < one; next++)
                    begins += like.Delays[next];
                var before = at;
                // Encoders leave out frames that show the same as the one before, and let that one stay longer.
                while (at < 0 || (at < count - 1 && (count == like.Count ? at < one : until <= begins)))
                    until += delays[++at];
                if (at != before)
                {
                    frame?.Dispose();
                    using var cropped = loaded.Crop(0, at * height, loaded.Width, height);
                    frame = cropped.CopyMemory();
                }

                yield return frame!.Copy();
            }
        }
        finally
        {
            frame?.Dispose();
        }
    }

    /// <summary>One frame.</summary>
    /// <param name="at">From 0.</param>
    public Image Frame(int at)
    {
        using var cropped = Image.Crop(0, at * height, Image.Width, height);
        using var frame = cropped.Mutate(changed =>
        {
            foreach (var field in (string[])["page-height", "delay", "loop"])
                changed.Remove(field);
        });
        return frame.CopyMemory();
    }

    /// <summary>Frames spread over the whole.</summary>
    /// <param name="most">How many at most.</param>
    public IEnumerable<int> Spread(int most) =>
        Count <= most ? Enumerable.Range(0, Count) : Enumerable.Range(0, most).Select(at => (int)((long)at * (Count - 1) / (most - 1)));

    /// <summary>A shorter strip: every so many-th pair of frames that follow each other, since what changes between them weighs.</summary>
    /// <param name="most">How many at most.</param>
    /// <param name="folder">Holds them meanwhile.</param>
    public FrameStrip Some(int most, string folder)
    {
        var chosen = Spread(most / 2).SelectMany(at => new[] { Math.Min(at, Count - 2), Math.Min(at, Count - 2) + 1 }).Distinct().ToList();
        var some = new TemporaryPixels(folder);
        foreach (var at in chosen)
        {
            using var frame = Frame(at);
            some.Add(frame);
        }

        return new FrameStrip(some, height, [.. chosen.Select(at => Delays[at])], Loops);
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        Image.Dispose();
        pixels.Dispose();
    }

    private static Image CutOf(Image frame, RenderRecipe recipe)
    {
        using var area = RotatedCrop.From(frame, recipe.Input.Crop, recipe.Input.Rotation);
        using var scaled = PixelScaling.ScaledTo(area, recipe.Picture);
        return scaled.CopyMemory();
    }

    private static int[] DelaysOf(Image loaded, int count)
    {
        const int usual = 100;
        var stated = loaded.Contains("delay") ? (int[])loaded.Get("delay") : [];
        return [.. Enumerable.Range(0, count).Select(at => at < stated.Length ? stated[at] : usual)];
    }
}
