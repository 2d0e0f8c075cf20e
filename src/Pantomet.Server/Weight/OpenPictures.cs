using System.Collections.Concurrent;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Weight;

/// <summary>A file that was tried for somebody who looks at it.</summary>
/// <param name="File">Its bytes.</param>
/// <param name="Points">Of its visual score.</param>
internal sealed record TriedFile(byte[] File, double Points);

/// <summary>The pictures that somebody is weighing: decoded, cut and ready to be encoded at any quality.</summary>
internal sealed class OpenPictures(SourcePixels pixels)
{
    // A picture before and in each of a few formats; one decoded source. More would only cost memory.
    private const int MostOpen = 5;

    private readonly Lock gate = new();
    private readonly LinkedList<(string Key, Lazy<OpenPicture> Picture)> open = new();
    private (string Source, Lazy<DecodedSource> Decoded)? source;

    /// <summary>The pixels of a file in a format; who asks first cuts them, others wait.</summary>
    /// <param name="pairing">Source and slot.</param>
    /// <param name="variant">Crop and size.</param>
    /// <param name="format">Decides whether transparency can stay.</param>
    public OpenPicture Get(Pairing pairing, PlannedVariant variant, PictureFormat format)
    {
        var key = pairing.RecipesFor(variant with { Formats = [format], Rival = null, ByHand = null }).Own;
        lock (gate)
        {
            var known = open.FirstOrDefault(one => one.Key == key);
            if (known.Picture is null)
            {
                var decoded = DecodedOf(pairing);
                known = (key, new Lazy<OpenPicture>(() => new OpenPicture(WeighablePicture.Make(decoded.Value, variant, pairing.Slot, format))));
            }

            open.Remove(known);
            open.AddFirst(known);
            // Not disposed of: somebody may still be encoding it. Its memory goes when nobody holds it any more.
            if (open.Count > MostOpen)
                open.RemoveLast();
            return known.Picture.Value;
        }
    }

    private Lazy<DecodedSource> DecodedOf(Pairing pairing)
    {
        if (source?.Source != pairing.Source.Id)
            source = (pairing.Source.Id, new Lazy<DecodedSource>(() => pixels.Open(pairing.Source)));
        return source.Value.Decoded;
    }
}

/// <summary>A picture in one format, with what has been tried of it.</summary>
internal sealed class OpenPicture(WeighablePicture picture)
{
    private const int MostTries = 24;
    private const int Anchor = 65;

    private readonly ConcurrentDictionary<int, TriedFile> tried = new();

    /// <summary>Its pixels.</summary>
    public WeighablePicture Picture => picture;

    /// <summary>The file at a quality, as it would be handed out; without loss for a format that has no quality.</summary>
    /// <param name="quality">On the encoder's own scale.</param>
    public TriedFile At(int quality)
    {
        if (tried.TryGetValue(quality, out var known))
            return known;
        if (tried.Count >= MostTries)
            tried.Clear();
        var trials = picture.TrialsWith(picture.Settings);
        var trial = trials.At(quality);
        return tried[quality] = new TriedFile(trial.File, trials.PointsOf(trial));
    }

    /// <summary>Bytes and points over the qualities, as a sample of the picture tells them.</summary>
    /// <param name="qualities">On the encoder's own scale.</param>
    public IEnumerable<(int Quality, long Bytes, double Points)> Curve(IEnumerable<int> qualities)
    {
        var trials = picture.TrialsWith(picture.Settings);
        if (trials.Sample is not { } sample)
        {
            foreach (var (quality, file) in qualities.Select(quality => (quality, At(quality))))
                yield return (quality, file.File.LongLength, file.Points);
            yield break;
        }

        // One file of the whole picture says how far off its sample is.
        var whole = At(Anchor);
        var (times, more) = ((double)whole.File.LongLength / sample.Bytes(Anchor), whole.Points - sample.Points(Anchor));
        foreach (var quality in qualities)
            yield return (quality, (long)(sample.Bytes(quality) * times), Math.Clamp(sample.Points(quality) + more, 0, 100));
    }
}
