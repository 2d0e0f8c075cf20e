using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Imaging.Treatments;

/// <summary>A headline as it stands on a file.</summary>
/// <param name="Found">Where and how; null where it does not fit.</param>
/// <param name="Lines">What each line says; none where it does not fit.</param>
/// <param name="Text">The rectangle of its letters in the file.</param>
/// <param name="Size">Of the font, in pixels.</param>
/// <param name="Readable">Whether it can be read, and what lies beneath for it; null where it does not fit.</param>
public sealed record SetHeadline(HeadlineFound? Found, IReadOnlyList<string> Lines, PixelRect Text, double Size, ToneFound? Readable)
{
    internal static SetHeadline Of(HeadlineSetting setting, LaidHeadline? laid) => laid is null
        ? new SetHeadline(null, [], default, 0, null)
        : new SetHeadline(setting.Found, setting.Text.Split('\n'), laid.Text, laid.Size, laid.Readable);
}
