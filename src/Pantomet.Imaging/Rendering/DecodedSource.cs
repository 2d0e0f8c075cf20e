using NetVips;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Imaging.Lettering;
using Pantomet.Imaging.Sources;
using Pantomet.Imaging.Treatments;

namespace Pantomet.Imaging.Rendering;

/// <summary>Draws a vector picture at a scale: pixels per pixel of its stated size. The image is in memory.</summary>
/// <param name="path">An SVG that was looked at when it came in.</param>
/// <param name="scale">Above 0.</param>
public delegate Image VectorDrawing(string path, double scale);

/// <summary>Draws a mark: another source, as large as goes into a box.</summary>
/// <param name="sha256">Of that source.</param>
/// <param name="box">It is no larger.</param>
/// <returns>sRGB with transparency, 8 bits, in memory.</returns>
/// <exception cref="UnreadableException">It is gone.</exception>
public delegate Image MarkDrawing(string sha256, PixelSize box);

/// <summary>What a source is decoded with.</summary>
/// <param name="Draw">Draws it if it is a vector picture.</param>
/// <param name="DrawMark">Draws what is set on it.</param>
/// <param name="FindFont">Finds the own fonts of words that are set on it.</param>
/// <param name="TemporaryFolder">Holds the pixels of what does not fit into memory.</param>
public sealed record DecodeOptions(VectorDrawing Draw, MarkDrawing DrawMark, FontFinding FindFont, string TemporaryFolder)
{
    /// <summary>Draws in this process, and keeps temporary pixels where the system does.</summary>
    public static DecodeOptions InThisProcess { get; } = new(Drawn, NoMark, NoFont, Path.GetTempPath());

    private static Image NoMark(string sha256, PixelSize box) =>
        throw new UnreadableException("mark-gone", "There is no library here that could have the mark.");

    private static string NoFont(string sha256) =>
        throw new UnreadableException("font-gone", "There is no library here that could have the font.");

    private static Image Drawn(string path, double scale)
    {
        using var drawn = SourceFile.Known(path, PictureFormat.Svg).Load(scale);
        return drawn.CopyMemory();
    }
}

/// <summary>A source decoded once, from which any number of variants are cut. Safe to read from several threads.</summary>
public sealed class DecodedSource : IDisposable
{
    private readonly Lazy<Image> upright;
    private readonly CropCache recent = new();
    private readonly CutLevels levels = new();
    private readonly Treaters treaters;
    private readonly DecodeOptions options;
    private TemporaryPixels? onDisk;
    private int streams;

    private DecodedSource(SourceFile file, SourceFacts facts, DecodeOptions options, Lazy<Image>? upright = null)
    {
        (File, Facts, this.options) = (file, facts, options);
        treaters = new Treaters(this);
        this.upright = upright ?? new Lazy<Image>(Upright);
    }

    /// <summary>What was decoded.</summary>
    public SourceFacts Facts { get; }

    /// <summary>Where it came from.</summary>
    public SourceFile File { get; }

    /// <summary>Draws what is set on it.</summary>
    internal MarkDrawing DrawMark => options.DrawMark;

    /// <summary>Finds the own fonts of words that are set on it.</summary>
    internal FontFinding FindFont => options.FindFont;

    /// <summary>Holds pixels that do not fit into memory.</summary>
    public string TemporaryFolder => options.TemporaryFolder;

    /// <summary>Decodes a source to upright pixels in its own colours.</summary>
    /// <param name="path">The original.</param>
    /// <param name="facts">As found when it came in.</param>
    /// <param name="options">Null for <see cref="DecodeOptions.InThisProcess"/>.</param>
    /// <exception cref="VipsException">The file is damaged.</exception>
    public static DecodedSource Open(string path, SourceFacts facts, DecodeOptions? options = null)
    {
        var source = ForOneCut(path, facts, options);
        source.streams = 0;
        // A vector picture is drawn for each cut.
        if (!facts.IsVector)
            _ = source.upright.Value;
        return source;
    }

    /// <summary>
    /// A source of which one cut is wanted: of the file no more is held than its crop, and not for longer than it takes to scale it. Other
    /// cuts can be had, and cost a decode.
    /// </summary>
    /// <param name="path">The original; decoded when a cut is asked for, so that damage shows then.</param>
    /// <param name="facts">As found when it came in.</param>
    /// <param name="options">Null for <see cref="DecodeOptions.InThisProcess"/>.</param>
    public static DecodedSource ForOneCut(string path, SourceFacts facts, DecodeOptions? options = null) =>
        new(SourceFile.Known(path, facts.Format), facts, options ?? DecodeOptions.InThisProcess) { streams = 1 };

    /// <summary>The same pixels under other facts, such as rights that were changed since. Not to be disposed of.</summary>
    /// <param name="facts">Of the same file.</param>
    public DecodedSource As(SourceFacts facts) => new(File, facts, options, upright) { streams = streams };

    /// <summary>
    /// The pixels of a crop, scaled to a size. A vector picture is drawn again for it. A profile that says sRGB is left out.
    /// </summary>
    /// <param name="crop">In upright source pixels, inside the picture; where it is levelled, before it is tilted about its centre.</param>
    /// <param name="turn">How the crop is turned.</param>
    /// <param name="size">Not larger than the turned crop, unless the picture is a vector picture.</param>
    /// <returns>In the source's own colours, in memory.</returns>
    public Image Cut(PixelRect crop, Rotation turn, PixelSize size) => recent.Get(crop, turn, size, () => CutNow(crop, turn, size));

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

    /// <summary>What does to the pixels of a file what its recipe says; one for all formats of the file.</summary>
    /// <param name="recipe">Has treatments.</param>
    public Treater TreaterOf(RenderRecipe recipe) => treaters.Of(recipe);

    /// <summary>One that tells how large the contrasts are that it finds.</summary>
    /// <param name="recipe">Has treatments.</param>
    public Treater TellingTreaterOf(RenderRecipe recipe) => treaters.Telling(recipe);

    /// <inheritdoc/>
    public void Dispose()
    {
        recent.Dispose();
        levels.Dispose();
        if (upright.IsValueCreated)
            upright.Value.Dispose();
        onDisk?.Dispose();
    }

    private Image Upright()
    {
        using var image = Loaded(File);
        var stored = Held(image, out var pixels);
        if (Facts.Orientation == 1)
        {
            onDisk = pixels;
            return stored;
        }

        using (pixels)
        using (stored)
        {
            using var turned = stored.Autorot();
            return Held(turned, out onDisk);
        }
    }

    private Image CutNow(PixelRect crop, Rotation turn, PixelSize size)
    {
        if (!Facts.IsVector)
        {
            using var whole = Whole(turn);
            // A part of what lies in memory is scaled where it lies.
            var isThere = turn.IsNone && upright.IsValueCreated;
            using var picture = isThere ? Shared(whole) : RotatedCrop.From(whole, crop, turn);
            var part = isThere ? crop : PixelScaling.Whole(picture);
            var level = CutLevels.LevelFor(part.Size, size);
            if (level == 0)
                return PixelScaling.ScaledTo(picture, part, size, part.Size);
            using var shared = levels.Get(crop, turn, level, () => PixelScaling.Halved(picture, part));
            return PixelScaling.ScaledTo(shared, PixelScaling.Whole(shared), size, part.Size);
        }

        var across = turn.QuarterTurns % 2 == 0 ? size : size.Turned;
        var scale = Math.Max((double)across.Width / crop.Width, (double)across.Height / crop.Height);
        using var drawn = options.Draw(File.Path, scale);
        var x = Math.Clamp((int)Math.Round(crop.X * scale), 0, Math.Max(0, drawn.Width - across.Width));
        var y = Math.Clamp((int)Math.Round(crop.Y * scale), 0, Math.Max(0, drawn.Height - across.Height));
        using var cut = RotatedCrop.From(
            drawn, new PixelRect(x, y, Math.Min(across.Width, drawn.Width - x), Math.Min(across.Height, drawn.Height - y)), turn);
        return cut.Embed(0, 0, size.Width, size.Height, extend: Enums.Extend.Copy);
    }

    // A file can be read from top to bottom once; what is turned is not read in that order.
    private Image Whole(Rotation turn) =>
        Facts.Orientation == 1 && turn.IsNone && Interlocked.Exchange(ref streams, 0) == 1 ? Loaded(File) : Shared(upright.Value);

    // A copy would be computed again for each who looks at its pixels.
    private static Image Shared(Image image) => HeldPixels.Fit(image) ? image.CopyMemory() : image.Copy();

    private static Image Loaded(SourceFile file)
    {
        using var image = file.Load();
        return ColourConversion.WithoutSrgbProfile(image);
    }

    private Image Held(Image image, out TemporaryPixels? pixels)
    {
        pixels = null;
        if (HeldPixels.Fit(image))
            return image.CopyMemory();
        pixels = new TemporaryPixels(options.TemporaryFolder);
        pixels.AddByRows(image);
        return pixels.Image.Copy();
    }
}
