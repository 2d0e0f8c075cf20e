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
            _?[A-Z]{1,4}_?\d[\d_-]{2,24}         # DSC_0012, PXL_20260518_1042: capitals, then a counter or a time
          | \d{3,}                               # a counter alone
          | (?i:img|dsc[fn]?|vid|pano|pic|image|photo|picture|scan|screenshot|untitled|download)[-_ ]*[\d_ T.-]*
          | \d{4}-?\d\d-?\d\d[-_ T]?[\d.-]*    # a date, with or without a time
        )(?:[-_ ]?(?:\(\d+\)|(?i:copy|edit)|\d{1,2}))?$
        """,
        RegexOptions.IgnorePatternWhitespace | RegexOptions.CultureInvariant)]
    private static partial Regex Pattern();
}
