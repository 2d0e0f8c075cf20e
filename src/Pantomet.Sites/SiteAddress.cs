namespace Pantomet.Sites;

/// <summary>Addresses of a site that lies in a folder: nobody knows its host.</summary>
public static class SiteAddress
{
    private static readonly string[] IndexPages = ["index.html", "index.htm"];

    /// <summary>What stands for the host that nobody knows (RFC 2606, §2: ".invalid" is nobody's).</summary>
    public static Uri Nowhere { get; } = new("http://site.invalid/");

    /// <summary>The address of a file of a site.</summary>
    /// <param name="site">Where the site begins.</param>
    /// <param name="path">With <c>/</c> between names.</param>
    public static Uri Of(Uri site, string path) => new(site, string.Join('/', path.Split('/').Select(Uri.EscapeDataString)));

    /// <summary>As people read it: from the site's own folder on, where nobody knows its host.</summary>
    /// <param name="address">Any.</param>
    public static string Shown(Uri address) =>
        address.Host == Nowhere.Host ? Uri.UnescapeDataString(address.PathAndQuery) : address.AbsoluteUri;

    /// <summary>What is known of an address, or else of the same without its query: files in a folder have none.</summary>
    /// <typeparam name="T">What that is.</typeparam>
    /// <param name="known">By address.</param>
    /// <param name="address">Any.</param>
    public static T? Find<T>(IReadOnlyDictionary<Uri, T> known, Uri address) => known.GetValueOrDefault(InFull(known, address));

    /// <summary>Under which address something is known, if it is.</summary>
    /// <typeparam name="T">What that is.</typeparam>
    /// <param name="known">By address.</param>
    /// <param name="address">Any.</param>
    public static Uri InFull<T>(IReadOnlyDictionary<Uri, T> known, Uri address)
    {
        if (known.ContainsKey(address) || address.Query.Length == 0)
            return address;
        var plain = new Uri(address.GetLeftPart(UriPartial.Path));
        return known.ContainsKey(plain) ? plain : address;
    }

    /// <summary>The page behind an address, if it is known: what servers send for a folder is its index page.</summary>
    /// <typeparam name="T">What is known of pages.</typeparam>
    /// <param name="pages">By address.</param>
    /// <param name="address">Any.</param>
    /// <returns>The address under which it is known, or the same.</returns>
    public static Uri PageOf<T>(IReadOnlyDictionary<Uri, T> pages, Uri address)
    {
        var plain = new Uri(address.GetLeftPart(UriPartial.Path));
        var folder = plain.AbsoluteUri.EndsWith('/') ? plain : new Uri(plain.AbsoluteUri + "/");
        IEnumerable<Uri> candidates =
            [address, plain, .. IndexPages.Select(name => new Uri(folder, name)), new Uri(plain.AbsoluteUri.TrimEnd('/') + ".html")];
        return candidates.FirstOrDefault(pages.ContainsKey) ?? address;
    }
}
