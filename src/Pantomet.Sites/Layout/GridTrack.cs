namespace Pantomet.Sites.Layout;

/// <summary>What one bound of a column of a grid is.</summary>
internal enum TrackKind
{
    /// <summary>A length.</summary>
    Px,

    /// <summary>A share of what is left over (<c>fr</c>).</summary>
    Share,

    /// <summary>What its content wants: <c>auto</c>.</summary>
    Content,

    /// <summary>Anything else.</summary>
    Unknown,
}

/// <summary>One bound of a column.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Amount">CSS px, or shares.</param>
internal readonly record struct TrackBound(TrackKind Kind, double Amount = 0);

/// <summary>A column of a grid.</summary>
/// <param name="Min">At least.</param>
/// <param name="Max">At most.</param>
internal sealed record GridTrack(TrackBound Min, TrackBound Max)
{
    /// <summary>Whether its own bounds say how wide it is at least, whatever is in it.</summary>
    public bool HasOwnMin => Min.Kind == TrackKind.Px;
}

/// <summary>How wide the columns of a grid become.</summary>
/// <remarks>CSS Grid Layout 1, §12.3 to §12.8 (https://www.w3.org/TR/css-grid-1/#algo-track-sizing), where content does not
/// decide.</remarks>
internal static class GridTracks
{
    /// <summary>Sizes them.</summary>
    /// <param name="tracks">Columns.</param>
    /// <param name="roomPx">Of the grid's content, CSS px.</param>
    /// <param name="gapPx">Between two columns.</param>
    /// <param name="stretches">Whether columns that say nothing take what is left over.</param>
    /// <returns>CSS px of each; null where content decides.</returns>
    public static IReadOnlyList<double>? Size(IReadOnlyList<GridTrack> tracks, double roomPx, double gapPx, bool stretches)
    {
        var free = roomPx - (gapPx * Math.Max(0, tracks.Count - 1));
        if (tracks.Any(track => track.Min.Kind == TrackKind.Unknown || track.Max.Kind == TrackKind.Unknown))
            return null;
        var isShared = tracks.Any(track => track.Max.Kind == TrackKind.Share);
        var byContent = tracks.Count(track => track.Max.Kind == TrackKind.Content);
        if (byContent > 0)
        {
            // One alone takes all that is left over; of several the content decides who gets what.
            if (byContent > 1 || isShared || !stretches || tracks.Any(track => track.Min != track.Max && track.Max.Kind == TrackKind.Px))
                return null;
            var others = tracks.Where(track => track.Max.Kind == TrackKind.Px).Sum(track => track.Max.Amount);
            return [.. tracks.Select(track => track.Max.Kind == TrackKind.Px
                ? track.Max.Amount
                : Math.Max(track.HasOwnMin ? track.Min.Amount : 0, free - others))];
        }

        // §12.6 comes before §12.7: what has a most grows to it before the rest is shared.
        var grown = Grown(tracks, free);
        if (!isShared)
            return grown;
        var isContentFirst = tracks.Any(track => track.Max.Kind == TrackKind.Share && !track.HasOwnMin) &&
            tracks.Where((track, at) => track.Max.Kind == TrackKind.Px && grown[at] < track.Max.Amount - 1e-6).Any();
        return isContentFirst ? null : Shared(tracks, grown, free);
    }

    // §12.7.1: a column that is at least wider than its share takes no part in sharing.
    private static double[] Shared(IReadOnlyList<GridTrack> tracks, double[] grown, double free)
    {
        var isShare = tracks.Select(track => track.Max.Kind == TrackKind.Share).ToArray();
        double Least(int at) => tracks[at].HasOwnMin ? tracks[at].Min.Amount : 0;
        var other = grown.Where((_, at) => !isShare[at]).Sum();
        while (true)
        {
            var open = Enumerable.Range(0, tracks.Count).Where(at => isShare[at]).ToList();
            var taken = other + Enumerable.Range(0, tracks.Count).Where(at => !isShare[at] && tracks[at].Max.Kind == TrackKind.Share)
                .Sum(Least);
            var share = Math.Max(0, free - taken) / Math.Max(1, open.Sum(at => tracks[at].Max.Amount));
            if (open.Find(at => Least(at) > (share * tracks[at].Max.Amount) + 1e-9, out var tooWide))
            {
                isShare[tooWide] = false;
                continue;
            }

            return [.. tracks.Select((track, at) => isShare[at] ? share * track.Max.Amount
                : track.Max.Kind == TrackKind.Share ? Least(at) : grown[at])];
        }
    }

    // §12.6: from their least, all alike, until each has its most.
    private static double[] Grown(IReadOnlyList<GridTrack> tracks, double free)
    {
        var sizes = tracks.Select(track => track.HasOwnMin ? track.Min.Amount : 0).ToArray();
        var left = free - sizes.Sum();
        while (left > 1e-9)
        {
            var open = Enumerable.Range(0, tracks.Count).Where(
                at => tracks[at].Max.Kind == TrackKind.Px && sizes[at] < tracks[at].Max.Amount - 1e-9).ToList();
            if (open.Count == 0)
                break;
            var step = Math.Min(left / open.Count, open.Min(at => tracks[at].Max.Amount - sizes[at]));
            foreach (var at in open)
                sizes[at] += step;
            left -= step * open.Count;
        }

        return sizes;
    }

    private static bool Find(this List<int> among, Predicate<int> which, out int found)
    {
        var index = among.FindIndex(which);
        found = index < 0 ? -1 : among[index];
        return index >= 0;
    }
}
