namespace Pantomet.Core.Proof.Markup;

/// <summary>Addresses of files on a page.</summary>
public static class PageAddress
{
    /// <summary>Joins where a destination's files lie with the path of one of them.</summary>
    /// <param name="baseAddress">A URL, or the beginning of one; empty for addresses relative to the page.</param>
    /// <param name="path">Of the file, with forward slashes; any characters.</param>
    /// <returns>RFC 3986: whatever would end an address early, in a list of candidates too, is percent-encoded.</returns>
    public static string Of(string baseAddress, string path)
    {
        var encoded = string.Join('/', path.Split('/').Select(Uri.EscapeDataString));
        return baseAddress.Length == 0 ? encoded : $"{baseAddress.TrimEnd('/')}/{encoded}";
    }
}
