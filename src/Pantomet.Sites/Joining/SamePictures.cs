using Pantomet.Core.Findings;

namespace Pantomet.Sites.Joining;

/// <summary>Finds pictures that a site has twice.</summary>
internal static class SamePictures
{
    // Invented: of a picture that is much smaller there may be a reason to have it twice.
    private const double NearWidth = 1.25;

    /// <summary>What is to be said of each.</summary>
    /// <param name="pictures">All of the site.</param>
    /// <param name="isOneOfMany">Whether a file is offered beside others of the same picture: of a ladder, or in another format.</param>
    public static IReadOnlyDictionary<Uri, Finding> Of(
        IReadOnlyList<(Uri Address, KnownFile File)> pictures, Predicate<Uri> isOneOfMany)
    {
        var found = new Dictionary<Uri, Finding>();
        foreach (var group in pictures.Where(one => one.File.Sha256 is not null).GroupBy(one => one.File.Sha256))
        {
            var first = group.First().Address;
            foreach (var (address, _) in group.Skip(1))
                found[address] = new Finding(
                    "same-file", Severity.Warn, $"It is the same file as {Name(first)}: browsers load both.", "Use one address for both.");
        }

        // Sorted by how light they are, so that each is held only against those that are about as light.
        var seen = pictures.Where(one => one.File is { Likeness: not null, Facts: not null } && !found.ContainsKey(one.Address) &&
                !isOneOfMany(one.Address))
            .OrderBy(one => one.File.Likeness!.Mean).ToList();
        for (var at = 0; at < seen.Count; at++)
        {
            for (var next = at + 1; next < seen.Count && seen[next].File.Likeness!.Mean - seen[at].File.Likeness!.Mean <= 1; next++)
                Compare(seen[at], seen[next], found);
        }

        return found;
    }

    private static void Compare(
        (Uri Address, KnownFile File) one, (Uri Address, KnownFile File) other, Dictionary<Uri, Finding> found)
    {
        var (left, right) = (one.File.Facts!.Size, other.File.Facts!.Size);
        if (Math.Max(left.Width, right.Width) > NearWidth * Math.Min(left.Width, right.Width) ||
            Math.Abs(((double)left.Width / left.Height / right.Width * right.Height) - 1) > 0.01 ||
            !one.File.Likeness!.IsSame(other.File.Likeness!))
            return;
        var (lighter, heavier) = one.File.Bytes <= other.File.Bytes ? (one, other) : (other, one);
        found[heavier.Address] = new Finding(
            "same-picture", Severity.Note, $"It shows the same as {Name(lighter.Address)}, which is lighter and about as large.",
            "Use one file for both.");
    }

    private static string Name(Uri address) => Uri.UnescapeDataString(address.Segments[^1]);
}
