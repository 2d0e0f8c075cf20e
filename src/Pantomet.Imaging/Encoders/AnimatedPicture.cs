using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Kernels.Similarity;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Scoring;

namespace Pantomet.Imaging.Encoders;

/// <summary>
/// The frames of one variant, finished and one below the other, ready to be encoded and scored. A GIF of a still picture is one of a single
/// frame.
/// </summary>
public sealed class AnimatedPicture : WeighablePicture
{
    // Spread over the whole: what a few frames weigh and look like holds for all.
    private const int FramesScored = 5;
    private const int FramesSampled = 8;

    private readonly FrameStrip strip;
    private readonly RenderRecipe recipe;
    private readonly Image image;
    private readonly byte[]? xmp;
    private readonly Lazy<FrameStrip> sample;
    private readonly List<ScoredFrame> sampled = [];
    private readonly Lazy<IReadOnlyList<ScoredFrame>> scored;

    private AnimatedPicture(FrameStrip strip, RenderRecipe recipe, DecodedSource source, PictureFormat format)
    {
        (this.strip, this.recipe, Format) = (strip, recipe, format);
        image = CarriedMetadata.Attach(strip.Image, recipe, format);
        xmp = format == PictureFormat.Gif && image.Contains("xmp-data") ? (byte[])image.Get("xmp-data") : null;
        Pixels = strip.Frame(0);
        sample = new Lazy<FrameStrip>(() => strip.Some(FramesSampled, source.TemporaryFolder));
        scored = new Lazy<IReadOnlyList<ScoredFrame>>(() => ScoredFrame.Some(strip));
    }

    /// <inheritdoc/>
    public override PictureFormat Format { get; }

    /// <inheritdoc/>
    public override Image Pixels { get; }

    /// <summary>How many frames it has.</summary>
    public int Frames => strip.Count;

    /// <inheritdoc/>
    public override EncoderSettings Settings =>
        new(false, recipe.Request.Effort ?? Effort.Quick, CarriedMetadata.Kept(image, recipe.Pixels.Colour));

    /// <summary>Makes the frames for one format.</summary>
    /// <param name="source">The decoded source.</param>
    /// <param name="recipe">Crop, size, treatment and metadata.</param>
    /// <param name="format">One that holds animation.</param>
    public static new AnimatedPicture Make(DecodedSource source, RenderRecipe recipe, PictureFormat format)
    {
        if (recipe.Pixels.IsAnimated)
            return new AnimatedPicture(FrameStrip.Of(source, recipe, format), recipe, source, format);
        using var still = VariantPixels.Make(source, recipe, format);
        return new AnimatedPicture(FrameStrip.Of(still, source.TemporaryFolder), recipe, source, format);
    }

    /// <summary>The file as GIF.</summary>
    /// <param name="bits">Of the palette, 3 to 8.</param>
    public byte[] Gif(int bits)
    {
        var file = Encoder.Gif(image, bits, recipe.Request.Effort ?? Effort.Quick);
        return xmp is null ? file : GifXmp.Written(file, xmp);
    }

    /// <summary>How a file of it scores: its worst frame, of a few.</summary>
    /// <param name="file">An encoded file with as many frames.</param>
    public double PointsOf(byte[] file) => PointsOf(file, strip, scored.Value);

    /// <inheritdoc/>
    public override Trials TrialsWith(EncoderSettings settings) => new(
        quality => Encoder.Lossy(image, Format, quality, settings),
        trial => PointsOf(trial.File),
        strip.Count > 2 * FramesSampled ? new Sampled(this, settings with { Keep = Enums.ForeignKeep.None }) : null);

    /// <inheritdoc/>
    protected override void Dispose(bool isDisposing)
    {
        if (sample.IsValueCreated)
            sample.Value.Dispose();
        foreach (var frame in scored.IsValueCreated ? scored.Value : [])
            frame.Dispose();
        foreach (var frame in sampled)
            frame.Dispose();
        Pixels.Dispose();
        image.Dispose();
        strip.Dispose();
    }

    private static double PointsOf(byte[] file, FrameStrip frames, IReadOnlyList<ScoredFrame> scored) =>
        FrameStrip.Shown(file, frames, scored.Select(one => one.Frame)).Zip(scored, (after, one) =>
        {
            using (after)
                return one.Before.Of(after).Points;
        }).Min();

    private sealed class ScoredFrame : IDisposable
    {
        private readonly Image pixels;

        private ScoredFrame(FrameStrip strip, int frame)
        {
            Frame = frame;
            pixels = strip.Frame(frame);
            Before = new ScoredPicture(pixels, Fineness.EveryPixel);
        }

        public int Frame { get; }

        public ScoredPicture Before { get; }

        public static IReadOnlyList<ScoredFrame> Some(FrameStrip strip) =>
            [.. strip.Spread(FramesScored).Select(frame => new ScoredFrame(strip, frame))];

        public void Dispose()
        {
            Before.Dispose();
            pixels.Dispose();
        }
    }

    private sealed class Sampled(AnimatedPicture picture, EncoderSettings settings) : ISample
    {
        private readonly Dictionary<int, byte[]> made = [];
        private IReadOnlyList<ScoredFrame>? before;

        public long Bytes(int quality) => Made(quality).LongLength * picture.strip.Count / picture.sample.Value.Count;

        public double Points(int quality)
        {
            if (before is null)
                picture.sampled.AddRange(before = ScoredFrame.Some(picture.sample.Value));
            return PointsOf(Made(quality), picture.sample.Value, before);
        }

        private byte[] Made(int quality)
        {
            if (!made.TryGetValue(quality, out var file))
                made[quality] = file = Encoder.Lossy(picture.sample.Value.Image, picture.Format, quality, settings);
            return file;
        }
    }
}
