using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Weight;

/// <summary>One file on the scales: what is asked of it, and what was made.</summary>
/// <param name="Source">The source's id.</param>
/// <param name="Slot">The slot's id.</param>
/// <param name="Tier">A tier of the slot.</param>
/// <param name="FileName">As planned.</param>
/// <param name="Width">Of the file, in pixels.</param>
/// <param name="Height">Of the file, in pixels.</param>
/// <param name="Format">The format that is planned.</param>
/// <param name="Formats">Formats that can be set for it by hand: those with a quality that the slot takes.</param>
/// <param name="Others">Formats with a quality that it cannot be set to, to compare with.</param>
/// <param name="Beside">Those of them in which the slot has files of their own beside this one.</param>
/// <param name="Most">The cap in bytes.</param>
/// <param name="AimBytes">Both ends of the band aimed at.</param>
/// <param name="Looks">What is asked of its looks.</param>
/// <param name="ByHand">What a person has set.</param>
/// <param name="SourceBytes">What the source weighs.</param>
/// <param name="Made">The file as made by today's recipe; null when it is yet to be made.</param>
/// <param name="Lines">Made-up lines for which the time of delivery is stated.</param>
internal sealed record WeighingAnswer(
    string Source, string Slot, string? Tier, string FileName, int Width, int Height, PictureFormat Format,
    IReadOnlyList<PictureFormat> Formats, IReadOnlyList<PictureFormat> Others, IReadOnlyList<PictureFormat> Beside,
    long? Most, IReadOnlyList<long>? AimBytes, ScoreDemand Looks, SetByHand? ByHand, long SourceBytes, VariantAnswer? Made,
    IReadOnlyList<DeliveryLine> Lines)
{
    private static readonly PictureFormat[] Weighable = [PictureFormat.Jpeg, PictureFormat.WebP, PictureFormat.Avif];

    public static WeighingAnswer Of(Pairing pairing, PlannedVariant variant, VariantRow? made)
    {
        var slot = pairing.Slot;
        var settable = slot.Delivery == Delivery.Each ? variant.Formats : slot.Formats;
        var others = Weighable.Except(settable).Where(format => !variant.IsAnimated || format.HoldsAnimation()).ToList();
        return new WeighingAnswer(
            pairing.Source.Id, slot.Id, variant.Tier, variant.FileName, variant.Size.File.Width, variant.Size.File.Height, variant.Format,
            [.. settable.Where(format => format.HasQuality())], others, [.. others.Intersect(slot.Formats)],
            slot.Limits.MaxBytes?.Bytes, slot.Limits.TargetBytes is { } aim ? [aim.Min.Bytes, aim.Max.Bytes] : null, slot.Score,
            variant.ByHand is { } byHand ? new SetByHand(byHand.Format, byHand.Quality) : null, pairing.Source.Bytes,
            made is null ? null : VariantAnswer.Of(made, variant, pairing.Source.Bytes), DeliveryLine.Invented);
    }
}

/// <summary>A format and a quality that a person has set.</summary>
internal sealed record SetByHand(PictureFormat Format, int Quality);

/// <summary>A file that was tried.</summary>
/// <param name="Format">Its format.</param>
/// <param name="Quality">On the encoder's own scale.</param>
/// <param name="Bytes">Its length.</param>
/// <param name="Score">Of its looks, 100 to 0, to a tenth.</param>
/// <param name="Looks">The score in words.</param>
internal sealed record TrialAnswer(PictureFormat Format, int Quality, long Bytes, double Score, VisualQuality Looks)
{
    public static TrialAnswer Of(PictureFormat format, int quality, long bytes, double points) =>
        new(format, quality, bytes, Math.Round(points, 1), VisualScore.LooksFor(points));
}

/// <summary>How bytes and looks of a format go together, by rising quality; estimated on a sample of the picture.</summary>
internal sealed record CurveAnswer(PictureFormat Format, IReadOnlyList<TrialAnswer> Points);

/// <summary>What to set for a file by hand.</summary>
/// <param name="Place">Which file.</param>
/// <param name="Format">One of those that its slot takes.</param>
/// <param name="Quality">1 to 100, on the encoder's own scale.</param>
internal sealed record ByHandRequest(WeighedPlace Place, PictureFormat Format, int Quality);
