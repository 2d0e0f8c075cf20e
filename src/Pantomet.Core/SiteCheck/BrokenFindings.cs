using Pantomet.Core.Findings;

namespace Pantomet.Core.SiteCheck;

/// <summary>What is to be said of a picture that a page asks for and does not get.</summary>
public static class BrokenFindings
{
    /// <summary>The id of all of them.</summary>
    public const string Id = "broken";

    /// <summary>There is no such file.</summary>
    public static Finding Missing { get; } = new(
        Id, Severity.Stop, "There is no such file: visitors see a gap, or its alternative text.",
        "Put the file there, or mend the address.");

    /// <summary>The site did not send it.</summary>
    /// <param name="status">Of HTTP (RFC 9110, §15); 0 where nothing came.</param>
    public static Finding Refused(int status) => new(
        Id, Severity.Stop,
        status == 0 ? "The site did not send it: the request ended without an answer." : $"The site did not send it: it answered {status}.",
        "Put the file there, or mend the address.");

    /// <summary>What came is no picture.</summary>
    /// <param name="sentence">Why it could not be read.</param>
    public static Finding Unreadable(string sentence) => new(Id, Severity.Stop, sentence, "Replace it by a whole picture.");

    /// <summary>It lies on another host.</summary>
    /// <param name="host">Its name.</param>
    public static Finding Elsewhere(string host) => new(
        "not-looked-at", Severity.Note, $"It lies on {host} and was not looked at.",
        "Save the page's traffic in the browser (HAR, with contents) and drop it in beside the site.");

    /// <summary>Only its address is known.</summary>
    public static Finding Unknown { get; } = new(
        "not-looked-at", Severity.Note, "Its bytes are not in what was dropped in, so it was not looked at.",
        "Drop the site in as a folder or ZIP, or save the page's traffic (HAR) with contents.");
}
