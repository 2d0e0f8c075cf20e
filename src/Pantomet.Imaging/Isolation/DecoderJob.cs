using System.Text.Json;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Lettering;

namespace Pantomet.Imaging.Isolation;

/// <summary>What a decoder process is asked to do.</summary>
internal enum DecoderTask
{
    /// <summary>Finds out what a file is, and makes its previews.</summary>
    Look,

    /// <summary>Makes a preview with every pixel.</summary>
    Whole,

    /// <summary>Writes the working picture of a file that the usual decoder does not read.</summary>
    WorkingPicture,

    /// <summary>Draws a vector picture.</summary>
    Draw,

    /// <summary>Reads how bright the pixels of a screenshot are.</summary>
    Brightness,

    /// <summary>Finds out what a font is, and writes the copy that letters are drawn with.</summary>
    Font,

    /// <summary>Reads something that is no picture, by a way that the program has named.</summary>
    Other,
}

/// <summary>A line to a decoder process.</summary>
/// <param name="Task">What to do.</param>
/// <param name="Path">The file, which is only read.</param>
/// <param name="Folder">Where results are written.</param>
/// <param name="MaxPixels">A picture that claims more is refused before it is decoded.</param>
/// <param name="Format">What the file was recognised as before; null where it comes from a stranger.</param>
/// <param name="Scale">For drawing: pixels per pixel of the stated size.</param>
/// <param name="Family">For a font: by which its copy is asked for.</param>
/// <param name="Way">For what is no picture: one of <see cref="DecoderWays"/>.</param>
internal sealed record DecoderJob(
    DecoderTask Task, string Path, string Folder, long MaxPixels, PictureFormat? Format = null, double Scale = 1, string Family = "",
    string Way = "")
{
    /// <summary>How jobs and results are written: a line of JSON each.</summary>
    public static JsonSerializerOptions Json { get; } = new(JsonSerializerDefaults.Web) { IgnoreReadOnlyProperties = true };
}

/// <summary>A line from a decoder process. Larger results are files in the job's folder.</summary>
/// <param name="Facts">Of a look.</param>
/// <param name="Proposal">Of a look.</param>
/// <param name="Likeness">Of a look.</param>
/// <param name="FacesProblem">Of a look: why no faces were looked for; null where they were.</param>
/// <param name="Previews">Formats of the previews that were written, by their widths.</param>
/// <param name="HasWorkingPicture">Whether one was written.</param>
/// <param name="Width">Of what was drawn or read.</param>
/// <param name="Height">Of what was drawn or read.</param>
/// <param name="Font">Of a font.</param>
/// <param name="Refusal">Why there is no result.</param>
internal sealed record DecoderResult(
    SourceFacts? Facts = null, SubjectProposal? Proposal = null, Likeness? Likeness = null, string? FacesProblem = null,
    IReadOnlyDictionary<int, PictureFormat>? Previews = null, bool HasWorkingPicture = false, int Width = 0, int Height = 0,
    FontFacts? Font = null, DecoderRefusal? Refusal = null);

/// <summary>Why a file is refused.</summary>
/// <param name="Id">Stable, for scripts.</param>
/// <param name="Sentence">For the person who sent it.</param>
/// <param name="Cause">What the decoder said, for the log.</param>
internal sealed record DecoderRefusal(string Id, string Sentence, string Cause);

/// <summary>Names of the files that a job leaves in its folder.</summary>
internal static class ResultFiles
{
    public const string WorkingPicture = "working";
    public const string Drawing = "drawing";
    public const string Brightness = "brightness";
    public const string Whole = "whole";
    public const string Font = "font";
    public const string Other = "other";

    public static string Preview(int width) => $"preview-{width}";
}
