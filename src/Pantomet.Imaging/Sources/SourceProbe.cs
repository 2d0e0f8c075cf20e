using NetVips;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Faces;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Sources;

/// <summary>The facts of a file, and previews made from the same decode.</summary>
/// <param name="Facts">Everything that follows from the bytes.</param>
/// <param name="Previews">Upright sRGB previews by their width, the largest first.</param>
/// <param name="Proposal">What is taken for its subject.</param>
/// <param name="Likeness">What it looks like from afar.</param>
/// <param name="HasWorkingPicture">Whether a working picture was written, since the usual decoder does not read the format.</param>
public sealed record ProbedSource(
    SourceFacts Facts, IReadOnlyDictionary<int, Preview> Previews, SubjectProposal Proposal, Likeness Likeness,
    bool HasWorkingPicture = false);

/// <summary>Finds out what a file is, reading every pixel once so that a damaged file is found now and not in a run.</summary>
public static class SourceProbe
{
    /// <summary>Probes a file.</summary>
    /// <param name="path">Any file.</param>
    /// <param name="workingPath">Where a working picture is written if the format needs one.</param>
    /// <param name="mostPixels">A picture that claims more is refused before it is decoded.</param>
    /// <exception cref="UnreadableException">The file is not a picture that Pantomet reads, is damaged, or is too large.</exception>
    public static ProbedSource Probe(string path, string workingPath, long mostPixels)
    {
        var file = SourceFile.Open(path);
        if (!file.Format.NeedsWorkingPicture())
            return Probe(file, mostPixels);
        WorkingPicture.Write(file, workingPath, mostPixels);
        var probed = Probe(SourceFile.Open(workingPath), mostPixels);
        return probed with { Facts = probed.Facts with { Format = file.Format }, HasWorkingPicture = true };
    }

    /// <summary>Probes a file that the usual decoder reads.</summary>
    /// <param name="path">Any file.</param>
    /// <param name="mostPixels">A picture that claims more is refused before it is decoded.</param>
    /// <exception cref="UnreadableException">The file is not such a picture, is damaged, or is too large.</exception>
    public static ProbedSource Probe(string path, long mostPixels) => Probe(SourceFile.Open(path), mostPixels);

    /// <summary>Refuses a picture that claims more than is read.</summary>
    /// <param name="size">As the file states it.</param>
    /// <param name="maxPixels">Allowed.</param>
    /// <param name="frames">As the file states them.</param>
    /// <param name="bytesPerPixel">Of all channels.</param>
    /// <param name="isAnimated">Whether the frames follow each other.</param>
    /// <exception cref="UnreadableException">It does.</exception>
    internal static void Bound(PixelSize size, long maxPixels, int frames = 1, int bytesPerPixel = 1, bool isAnimated = false)
    {
        if (new PictureBounds(maxPixels).Refusal(size, frames, bytesPerPixel, isAnimated) is var (id, sentence))
            throw new UnreadableException(id, sentence);
    }

    /// <summary>The refusal of a file that its decoder gives up on.</summary>
    /// <param name="format">Of the file; null where that is not known.</param>
    /// <param name="problem">What the decoder says.</param>
    internal static UnreadableException Damaged(PictureFormat? format, Exception problem) =>
        new("damaged",
            $"The {(format is { } known ? $"{known.DisplayName()} " : "")}file is damaged or ends too early, so the picture is not " +
            $"whole. Copy it again from where it came.", problem);

    /// <summary>Probes a file that the usual decoder reads.</summary>
    /// <param name="file">Recognised.</param>
    /// <param name="mostPixels">A picture that claims more is refused before it is decoded.</param>
    /// <exception cref="UnreadableException">The file is damaged, or is too large.</exception>
    internal static ProbedSource Probe(SourceFile file, long mostPixels)
    {
        try
        {
            using var image = file.Load();
            var size = SourceFile.UprightSize(image);
            var frames = SourceFile.Frames(image);
            Bound(size, mostPixels, frames, image.Bands * HeldPixels.BytesPerSample(image), file.Format != PictureFormat.Tiff);
            var metadata = EmbeddedMetadata.Of(image, file);
            var colour = ColourOf(image);
            var bits = image.Format is Enums.BandFormat.Uchar or Enums.BandFormat.Char
                ? 8
                : image.Format is Enums.BandFormat.Ushort or Enums.BandFormat.Short ? 16 : 32;
            var hasAlpha = image.HasAlpha();
            var orientation = SourceFile.Orientation(image);

            using var largest = PreviewMaker.Reduce(file, image, PreviewMaker.Widths[0]);
            var kind = ContentKindOf.Picture(largest);
            var facts = new SourceFacts(
                size, file.Format, colour, metadata.ColourProfile, bits, hasAlpha, frames, orientation, kind,
                metadata.Rights, metadata.Description, metadata.Camera, metadata.HasPlace);
            using var seen = SeenPicture.Of(largest);
            var plane = seen.ToPlane();
            return new ProbedSource(
                facts, PreviewMaker.Save(largest), SubjectFinder.Propose(seen, plane, size, FaceFinder.Shared), Likeness.Of(plane));
        }
        catch (VipsException problem)
        {
            throw Damaged(file.Format, problem);
        }
    }

    /// <summary>How the stored numbers are meant.</summary>
    /// <param name="image">A loaded image.</param>
    public static ColourModel ColourOf(Image image) => image.Interpretation switch
    {
        Enums.Interpretation.Cmyk => ColourModel.Cmyk,
        Enums.Interpretation.Bw or Enums.Interpretation.Grey16 => ColourModel.Grey,
        _ => image.Bands <= 2 ? ColourModel.Grey : ColourModel.Rgb,
    };
}
