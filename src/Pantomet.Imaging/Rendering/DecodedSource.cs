using NetVips;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Rendering;

/// <summary>A source decoded once, from which any number of variants are cut. Safe to read from several threads.</summary>
public sealed class DecodedSource : IDisposable
{
    private readonly Lazy<Image> upright;
    private readonly RecentCuts recent = new();
    private readonly CutLevels levels = new();
    private int streams;

    private DecodedSource(Lazy<Image> upright, SourceFile file, SourceFacts facts)
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
        var source = ForOneCut(path, facts);
        source.streams = 0;
        _ = source.upright.Value;
        return source;
    }

    /// <summary>A source of which one cut is wanted: of the file no more is held than its crop, and not for longer than it takes to scale it. Other cuts can be had, and cost a decode.</summary>
    /// <param name="path">The original; decoded when a cut is asked for, so that damage shows then.</param>
    /// <param name="facts">As found when it came in.</param>
    public static DecodedSource ForOneCut(string path, SourceFacts facts)
    {
        var file = SourceFile.Known(path, facts.Format);
        return new DecodedSource(new Lazy<Image>(() => Upright(file, facts)), file, facts) { streams = 1 };
    }

    /// <summary>The same pixels under other facts, such as rights that were changed since. Not to be disposed of.</summary>
    /// <param name="facts">Of the same file.</param>
    public DecodedSource As(SourceFacts facts) => new(upright, File, facts) { streams = streams };

    /// <summary>The pixels of a crop, scaled to a size. A vector picture is drawn again for it. A profile that says sRGB is left out.</summary>
    /// <param name="crop">In upright source pixels, inside the picture; where it is levelled, before it is tilted about its centre.</param>
    /// <param name="turn">How the crop is turned.</param>
    /// <param name="size">Not larger than the turned crop, unless the picture is a vector picture.</param>
    /// <returns>In the source's own colours, in memory.</returns>
    public Image Cut(PixelRect crop, Turn turn, PixelSize size) => recent.Get(crop, turn, size, () => CutNow(crop, turn, size));

    /// <summary>A cut with every profile that its source came with.</summary>
    /// <param name="cut">As it came from <see cref="Cut"/>.</param>
    public Image WithProfile(Image cut)
    {
        // A vector picture has none, and would be parsed for nothing.
        if (Facts.IsVector)
            return cut.Copy();
        // Only the head of the file is read.
        using var head = File.Load();
        return ColourConversion.WithProfileOf(cut, head);
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        recent.Dispose();
        levels.Dispose();
        if (upright.IsValueCreated)
            upright.Value.Dispose();
    }

    private static Image Upright(SourceFile file, SourceFacts facts)
    {
        using var image = Loaded(file);
        var stored = Held(image);
        if (facts.Orientation == 1)
            return stored;
        using (stored)
        {
            using var turned = stored.Autorot();
            return Held(turned);
        }
    }

    private Image CutNow(PixelRect crop, Turn turn, PixelSize size)
    {
        if (!Facts.IsVector)
        {
            using var whole = Whole(turn);
            // A part of what lies in memory is scaled where it lies.
            var isThere = turn.IsNone && upright.IsValueCreated;
            using var picture = isThere ? Shared(whole) : TurnedCut.From(whole, crop, turn);
            var part = isThere ? crop : PixelScaling.Whole(picture);
            var level = CutLevels.LevelFor(part.Size, size);
            if (level == 0)
                return PixelScaling.ScaledTo(picture, part, size, part.Size);
            using var shared = levels.Get(crop, turn, level, () => PixelScaling.Halved(picture, part));
            return PixelScaling.ScaledTo(shared, PixelScaling.Whole(shared), size, part.Size);
        }

        var across = turn.Quarters % 2 == 0 ? size : size.Turned;
        var scale = Math.Max((double)across.Width / crop.Width, (double)across.Height / crop.Height);
        using var loaded = File.Load(scale);
        using var drawn = loaded.CopyMemory();
        var x = Math.Clamp((int)Math.Round(crop.X * scale), 0, Math.Max(0, drawn.Width - across.Width));
        var y = Math.Clamp((int)Math.Round(crop.Y * scale), 0, Math.Max(0, drawn.Height - across.Height));
        using var cut = TurnedCut.From(drawn, new PixelRect(x, y, Math.Min(across.Width, drawn.Width - x), Math.Min(across.Height, drawn.Height - y)), turn);
        return cut.Embed(0, 0, size.Width, size.Height, extend: Enums.Extend.Copy);
    }

    // A file can be read from top to bottom once; what is turned is not read in that order.
    private Image Whole(Turn turn) =>
        Facts.Orientation == 1 && turn.IsNone && Interlocked.Exchange(ref streams, 0) == 1 ? Loaded(File) : Shared(upright.Value);

    // A copy would be computed again for each who looks at its pixels.
    private static Image Shared(Image image) => HeldPixels.Fit(image) ? image.CopyMemory() : image.Copy();

    private static Image Loaded(SourceFile file)
    {
        using var image = file.Load();
        return ColourConversion.WithoutSrgbProfile(image);
    }

    private static Image Held(Image image)
    {
        if (HeldPixels.Fit(image))
            return image.CopyMemory();
        var onDisk = Image.NewTempFile("%s.v");
        image.Write(onDisk);
        return onDisk;
    }
}
