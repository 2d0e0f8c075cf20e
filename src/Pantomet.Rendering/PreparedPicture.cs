using System.Collections.Concurrent;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Encoders;

namespace Pantomet.Rendering;

/// <summary>A file that was tried for somebody who looks at it.</summary>
/// <param name="File">Its bytes.</param>
/// <param name="Points">Of its <see cref="VisualScore"/>.</param>
public sealed record TriedFile(byte[] File, double Points);

/// <summary>A picture in one format, with what has been tried of it.</summary>
/// <param name="picture">Disposed of with this.</param>
public sealed class PreparedPicture(WeighablePicture picture) : IDisposable
{
    private const int MaxTries = 24;
    private const int Anchor = 65;

    private readonly ConcurrentDictionary<int, TriedFile> tried = new();

    /// <summary>Its pixels.</summary>
    public WeighablePicture Picture => picture;

    /// <summary>The file at a quality, as it would be handed out; without loss for a format that has no quality.</summary>
    /// <param name="quality">On the encoder's own scale.</param>
    public TriedFile At(int quality)
    {
        // One at a time: what a picture has been split into for scoring is shared.
        lock (tried)
        {
            if (tried.TryGetValue(quality, out var known))
                return known;
            if (tried.Count >= MaxTries)
                tried.Clear();
            var trials = picture.TrialsWith(picture.Settings);
            var trial = trials.At(quality);
            return tried[quality] = new TriedFile(trial.File, trials.PointsOf(trial));
        }
    }

    /// <summary>Bytes and points over the qualities, as a sample of the picture tells them.</summary>
    /// <param name="qualities">On the encoder's own scale.</param>
    public IReadOnlyList<(int Quality, long Bytes, double Points)> Curve(IEnumerable<int> qualities)
    {
        var trials = picture.TrialsWith(picture.Settings);
        if (trials.Sample is not { } sample)
            return [.. qualities.Select(quality => (quality, At(quality)))
                .Select(tried => (tried.quality, tried.Item2.File.LongLength, tried.Item2.Points))];
        // One file of the whole picture says how far off its sample is.
        var whole = At(Anchor);
        var (times, more) = ((double)whole.File.LongLength / sample.Bytes(Anchor), whole.Points - sample.Points(Anchor));
        return [.. qualities.Select(
            quality => (quality, (long)(sample.Bytes(quality) * times), Math.Clamp(sample.Points(quality) + more, 0, 100)))];
    }

    /// <inheritdoc/>
    public void Dispose() => picture.Dispose();
}
