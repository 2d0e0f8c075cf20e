namespace Pantomet.Core.Proof.Markup;

/// <summary>What the addresses of a slot mean for copies that browsers and caches keep.</summary>
public static class CacheNote
{
    /// <summary>In a sentence.</summary>
    /// <param name="picture">One of the slot.</param>
    public static string Of(PagePicture picture) => picture.HasLastingAddresses
        ? "A changed picture has a changed address: let caches keep these files for a year."
        : "A changed picture keeps its address: caches may show the old one until their time is over. " +
            "With {hash} in the slot's file name pattern, its address changes with it.";
}
