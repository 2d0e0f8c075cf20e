using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Kernels.Similarity;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Scoring;

namespace Pantomet.Imaging.Encoders;

/// <summary>The pixels of one variant as one format takes them, with its metadata, ready to be encoded and scored.</summary>
public sealed class FinishedPicture : WeighablePicture
{
    // Small tiles catch more places; what their many edges cost is known (TileBias).
    private const int TileSide = 32;

    // A plain JPEG of the whole costs as much as tiles of a quarter.
    private const int MinJpegParts = 4;

    private readonly TileSet? tiles;
    private readonly Lazy<Image> sample;
    private readonly Lazy<ScoredPicture> sampleBefore;
    private readonly ScoredPicture before;
    private readonly RenderRecipe recipe;
    private bool? isWhole;

    private FinishedPicture(Image pixels, RenderRecipe recipe, PictureFormat format)
    {
        (Pixels, this.recipe, Format) = (pixels, recipe, format);
        Image = CarriedMetadata.Attach(pixels, recipe, format);
        Keep = CarriedMetadata.Kept(Image, recipe.Pixels.Colour);
        tiles = TileSet.For(pixels.Width, pixels.Height, TileSide, format == PictureFormat.Jpeg ? MinJpegParts : 2);
        var fineness = IsGraphic ? Fineness.EveryPixel : Fineness.FromHalf;
        sample = new Lazy<Image>(() => tiles?.Cut(pixels) ?? pixels.Copy());
        sampleBefore = new Lazy<ScoredPicture>(() => tiles is null ? before! : new ScoredPicture(sample.Value, fineness));
        before = new ScoredPicture(pixels, fineness);
    }

    /// <inheritdoc/>
    public override PictureFormat Format { get; }

    /// <summary>Whether the picture is a graphic.</summary>
    public bool IsGraphic => recipe.Pixels.Kind == ContentKind.Graphic;

    /// <summary>Which blocks of metadata are written.</summary>
    public Enums.ForeignKeep Keep { get; }

    /// <inheritdoc/>
    public override Image Pixels { get; }

    /// <summary>The pixels with their metadata.</summary>
    public Image Image { get; }

    /// <inheritdoc/>
    public override EncoderSettings Settings => new(
        isWhole ??= Format != PictureFormat.WebP && ChromaChoice.IsWhole(sample.Value, recipe.Pixels.Kind, recipe.Request.Quality),
        recipe.Request.Effort ?? Effort.Quick,
        Keep,
        recipe.Request.Ppi);

    /// <summary>Makes the pixels for one format.</summary>
    /// <param name="source">The decoded source.</param>
    /// <param name="recipe">Crop, size, treatment and metadata.</param>
    /// <param name="format">Decides whether transparency can stay.</param>
    public static new FinishedPicture Make(DecodedSource source, RenderRecipe recipe, PictureFormat format) =>
        new(VariantPixels.Make(source, recipe, format), recipe, format);

    /// <summary>How a file of it scores, from 100 to 0.</summary>
    /// <param name="file">An encoded file.</param>
    /// <exception cref="VipsException">The file cannot be decoded to its end.</exception>
    public double PointsOf(byte[] file)
    {
        var points = before.Of(file).Points;
        Read(file);
        return points;
    }

    /// <inheritdoc/>
    public override Trials TrialsWith(EncoderSettings settings)
    {
        if (tiles is not null)
            return new Trials(
                Encoded, trial => PointsOf(trial.File), new Tiles(this, settings with { Keep = Enums.ForeignKeep.None, Ppi = null }));
        if (Format != PictureFormat.Jpeg || settings.Effort != Effort.Quick)
            return new Trials(Encoded, trial => PointsOf(trial.File), null);
        // A small JPEG is its own sample, as a plain one; that has the same pixels and is decoded in half the time.
        var plain = new PlainJpegs(this, settings);
        return new Trials(Encoded, trial => plain.Has(trial.Quality) ? plain.Points(trial.Quality) : PointsOf(trial.File), plain);

        byte[] Encoded(int quality) => Encoder.Lossy(Image, Format, quality, settings);
    }

    /// <inheritdoc/>
    protected override void Dispose(bool isDisposing)
    {
        if (sample.IsValueCreated)
            sample.Value.Dispose();
        if (sampleBefore.IsValueCreated)
            sampleBefore.Value.Dispose();
        before.Dispose();
        Image.Dispose();
        Pixels.Dispose();
    }

    private abstract class Sample : ISample
    {
        private readonly Dictionary<int, byte[]> made = [];

        public abstract long Bytes(int quality);

        public abstract double Points(int quality);

        public bool Has(int quality) => made.ContainsKey(quality);

        protected byte[] Made(int quality)
        {
            if (!made.TryGetValue(quality, out var file))
                made[quality] = file = Encoded(quality);
            return file;
        }

        protected abstract byte[] Encoded(int quality);
    }

    private sealed class Tiles(FinishedPicture picture, EncoderSettings settings) : Sample
    {
        private const int Usual = 60;

        // How much heavier the whole picture is than its tiles are is told by plain JPEGs of both, whatever the format is: detail weighs in
        // all of them.
        private readonly Lazy<double> wholePerTiles = new(() =>
            (double)Encoder.PlainJpeg(picture.Pixels, Usual, settings).LongLength / Encoder.PlainJpeg(
                picture.sample.Value, Usual, settings).LongLength);

        public override long Bytes(int quality) =>
            (long)(Made(quality).LongLength * wholePerTiles.Value * TileBias.Of(picture.Format).At(quality));

        public override double Points(int quality) => picture.sampleBefore.Value.Of(Made(quality)).Points;

        protected override byte[] Encoded(int quality) => Encoder.Lossy(picture.sample.Value, picture.Format, quality, settings);
    }

    private sealed class PlainJpegs(FinishedPicture picture, EncoderSettings settings) : Sample
    {
        public override long Bytes(int quality) => (long)(Made(quality).LongLength * TileBias.OfPlainJpeg.At(quality));

        public override double Points(int quality) => picture.PointsOf(Made(quality));

        protected override byte[] Encoded(int quality) => Encoder.PlainJpeg(picture.Image, quality, settings);
    }
}
