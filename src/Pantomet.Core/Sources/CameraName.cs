using System.Text.RegularExpressions;

namespace Pantomet.Core.Sources;

/// <summary>Notices file names that a camera, a phone or a screen capture made up.</summary>
/// <remarks>Common practice, no source: a published file never carries the camera's number.</remarks>
public static partial class CameraName
{
    /// <summary>Whether a file name is a short prefix and a number, or a date and a time, with no word that describes anything.</summary>
    /// <param name="fileName">With or without an ending.</param>
    public static bool Is(string fileName) => Pattern().IsMatch(Path.GetFileNameWithoutExtension(fileName));

    [GeneratedRegex(
        """
        ^(?:
            [A-Z_]{0,4}[-_ ]?\d{3,8}             # four letters at most and a counter
          | (?:img|vid|pano|pic|image|photo|picture|scan|screenshot|dscf?|dcim)?[-_ ]?\d{8}[-_ T]?\d{4,9}
          | (?:img|image|photo|picture|scan|screenshot|untitled|download)[-_ ]*\d*
        )(?:[-_ ]?(?:\(\d+\)|copy|edit|\d{1,2}))?$
        """,
        RegexOptions.IgnoreCase | RegexOptions.IgnorePatternWhitespace | RegexOptions.CultureInvariant)]
    private static partial Regex Pattern();
}
