using NetVips;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Encoders;

/// <summary>What one variant shows, finished for one format: a still picture, or the frames of an animation.</summary>
public abstract class WeighablePicture : IDisposable
{
    private readonly HashSet<byte[]> read = new(ReferenceEqualityComparer.Instance);

    /// <summary>The format.</summary>
    public abstract PictureFormat Format { get; }

    /// <summary>The pixels before encoding; of an animation those of its first frame.</summary>
    public abstract Image Pixels { get; }

    /// <summary>How files are encoded.</summary>
    public abstract EncoderSettings Settings { get; }

    /// <summary>Makes what a file shows.</summary>
    /// <param name="source">The decoded source.</param>
    /// <param name="recipe">Crop, size, treatment and metadata.</param>
    /// <param name="format">Decides whether transparency and motion can stay.</param>
    public static WeighablePicture Make(DecodedSource source, RenderRecipe recipe, PictureFormat format) =>
        format == PictureFormat.Gif || (recipe.Pixels.IsAnimated && format.HoldsAnimation())
            ? AnimatedPicture.Make(source, recipe, format)
            : FinishedPicture.Make(source, recipe, format);

    /// <summary>Its files at rising qualities.</summary>
    /// <param name="settings">What does not depend on the quality.</param>
    public abstract Trials TrialsWith(EncoderSettings settings);

    /// <summary>Whether every pixel of a file was decoded in scoring it.</summary>
    /// <param name="file">One of its files.</param>
    public bool WasRead(byte[] file) => read.Contains(file);

    /// <inheritdoc/>
    public void Dispose()
    {
        Dispose(true);
        GC.SuppressFinalize(this);
    }

    /// <summary>Remembers that every pixel of a file was decoded.</summary>
    /// <param name="file">One of its files.</param>
    protected void Read(byte[] file) => read.Add(file);

    /// <summary>Lets go of the pixels.</summary>
    /// <param name="isDisposing">Whether somebody asked for it.</param>
    protected abstract void Dispose(bool isDisposing);
}
