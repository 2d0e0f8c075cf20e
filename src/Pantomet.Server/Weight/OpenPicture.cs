using System.Collections.Concurrent;
using Pantomet.Imaging.Encoders;

namespace Pantomet.Server.Weight;

/// <summary>A file that was tried for somebody who looks at it.</summary>
/// <param name="File">Its bytes.</param>
/// <param name="Points">Of its visual score.</param>
internal sealed record TriedFile(byte[] File, double Points);

/// <summary>A picture in one format, with what has been tried of it. It is let go of when nobody holds it any more.</summary>
internal sealed class OpenPicture(WeighablePicture picture)
{
    private const int MostTries = 24;
    private const int Anchor = 65;

    private readonly ConcurrentDictionary<int, TriedFile> tried = new();

    // The list of open pictures is the first holder.
    private int holders = 1;

    /// <summary>Its pixels.</summary>
    public WeighablePicture Picture => picture;

    /// <summary>Somebody more holds it. Only while it is in the list.</summary>
    public void Take() => Interlocked.Increment(ref holders);

    /// <summary>Somebody holds it no more.</summary>
    public void LetGo()
    {
        if (Interlocked.Decrement(ref holders) == 0)
            picture.Dispose();
    }

    /// <summary>The file at a quality, as it would be handed out; without loss for a format that has no quality.</summary>
    /// <param name="quality">On the encoder's own scale.</param>
    public TriedFile At(int quality)
    {
        // One at a time: what a picture has been split into for scoring is shared.
        lock (tried)
        {
            if (tried.TryGetValue(quality, out var known))
                return known;
            if (tried.Count >= MostTries)
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
            return [.. qualities.Select(quality => (quality, At(quality))).Select(tried => (tried.quality, tried.Item2.File.LongLength, tried.Item2.Points))];
        // One file of the whole picture says how far off its sample is.
        var whole = At(Anchor);
        var (times, more) = ((double)whole.File.LongLength / sample.Bytes(Anchor), whole.Points - sample.Points(Anchor));
        return [.. qualities.Select(quality => (quality, (long)(sample.Bytes(quality) * times), Math.Clamp(sample.Points(quality) + more, 0, 100)))];
    }
}
