using System.Security.Cryptography;

namespace Pantomet.Market;

/// <summary>A picture of a listing.</summary>
/// <param name="Name">Pictures are shown in the order of their names.</param>
/// <param name="MediaType">Of the file.</param>
/// <param name="Content">The whole file.</param>
public sealed record ListedPicture(string Name, string MediaType, byte[] Content)
{
    /// <summary>Of the file.</summary>
    public string Sha256 { get; } = Convert.ToHexStringLower(SHA256.HashData(Content));
}

/// <summary>What the stand-in holds, in memory: it forgets everything when it ends.</summary>
public sealed class Listings
{
    private readonly Lock gate = new();
    private readonly SortedDictionary<string, SortedDictionary<string, ListedPicture>> all = new(StringComparer.Ordinal);

    /// <summary>Every listing with its pictures, in the order of their names.</summary>
    public IReadOnlyList<(string Listing, IReadOnlyList<ListedPicture> Pictures)> All()
    {
        lock (gate)
            return [.. all.Select(listing => (listing.Key, (IReadOnlyList<ListedPicture>)[.. listing.Value.Values]))];
    }

    /// <summary>A picture; null where there is none.</summary>
    public ListedPicture? Find(string listing, string name)
    {
        lock (gate)
            return all.GetValueOrDefault(listing)?.GetValueOrDefault(name);
    }

    /// <summary>Puts a picture into a listing, unless it holds as many as it may.</summary>
    /// <param name="listing">Its name.</param>
    /// <param name="picture">The picture.</param>
    /// <param name="most">So many pictures at most.</param>
    /// <returns>Why it was not put; null where it was.</returns>
    public MarketError? Put(string listing, ListedPicture picture, int most)
    {
        lock (gate)
        {
            if (!all.TryGetValue(listing, out var pictures))
                pictures = new SortedDictionary<string, ListedPicture>(StringComparer.Ordinal);
            if (!pictures.ContainsKey(picture.Name) && pictures.Count >= most)
                return new MarketError("too-many", $"A listing holds {most} pictures, and {listing} has them already.");
            if (pictures.Values.Any(other => other.Name != picture.Name && other.Sha256 == picture.Sha256))
                return new MarketError("twice", $"{listing} shows this very picture already.");
            pictures[picture.Name] = picture;
            all[listing] = pictures;
            return null;
        }
    }

    /// <summary>Takes a picture out of a listing; one without pictures is gone.</summary>
    /// <returns>Whether it was there.</returns>
    public bool Remove(string listing, string name)
    {
        lock (gate)
        {
            var isGone = all.TryGetValue(listing, out var pictures) && pictures.Remove(name);
            if (pictures?.Count == 0)
                all.Remove(listing);
            return isGone;
        }
    }
}
