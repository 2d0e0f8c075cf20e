using Pantomet.Core.Measures;

namespace Pantomet.Core.Sources;

/// <summary>Pictures taken from the same place: of one size, and near alike from afar.</summary>
public static class Series
{
    /// <summary>Puts pictures together.</summary>
    /// <param name="pictures">In the order of arrival; those without a likeness belong to no series.</param>
    /// <typeparam name="T">Whatever stands for a picture.</typeparam>
    /// <returns>Series of at least two, in the order of their first pictures.</returns>
    public static IReadOnlyList<IReadOnlyList<T>> Of<T>(IEnumerable<(T Picture, PixelSize Size, Likeness? Likeness)> pictures)
    {
        var series = new List<(PixelSize Size, Likeness First, List<T> Members)>();
        foreach (var (picture, size, likeness) in pictures)
        {
            if (likeness is null)
                continue;
            // Against the first of each, so that a row of small steps does not join what has nothing in common.
            var same = series.Find(one => one.Size == size && one.First.IsNear(likeness));
            if (same.Members is { } members)
                members.Add(picture);
            else
                series.Add((size, likeness, [picture]));
        }

        return [.. series.Where(one => one.Members.Count > 1).Select(one => one.Members)];
    }
}
