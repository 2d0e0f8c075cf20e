using Pantomet.Core.SiteCheck.Css;
using Pantomet.Sites.Styles;

namespace Pantomet.Sites.Layout;

/// <summary>The columns that a grid says, and the names of its lines.</summary>
/// <param name="Tracks">In their order.</param>
/// <param name="Lines">The first line of each name, counted from 1.</param>
/// <param name="FitsFrom">From which column on those begin that are left out where nothing is in them; −1 for none.</param>
internal sealed record GridColumns(IReadOnlyList<GridTrack> Tracks, IReadOnlyDictionary<string, int> Lines, int FitsFrom)
{
    private const int MostTracks = 1000;

    /// <summary>Reads them.</summary>
    /// <remarks>CSS Grid Layout 1, §7.2 (https://www.w3.org/TR/css-grid-1/#track-sizing).</remarks>
    /// <param name="text">What <c>grid-template-columns</c> says.</param>
    /// <param name="style">Of the grid: what lengths are relative to.</param>
    /// <param name="roomPx">Of the grid's content, CSS px.</param>
    /// <param name="gapPx">Between two columns.</param>
    /// <returns>Null where they are not known.</returns>
    public static GridColumns? Read(string text, ElementStyle style, double roomPx, double gapPx)
    {
        var reader = new Reader(style, roomPx, gapPx);
        return reader.List(CssTokens.Of(text)) && reader.Tracks.Count is > 0 and <= MostTracks
            ? new GridColumns(reader.Tracks, reader.Lines, reader.FitsFrom)
            : null;
    }

    private sealed class Reader(ElementStyle style, double room, double gap)
    {
        public List<GridTrack> Tracks { get; } = [];

        public Dictionary<string, int> Lines { get; } = [];

        public int FitsFrom { get; private set; } = -1;

        public bool List(IReadOnlyList<CssToken> tokens, bool isRepeated = false)
        {
            foreach (var part in Parts(tokens))
            {
                var isGood = part[0] switch
                {
                    { Kind: CssTokenKind.Open, Text: "[" } => Names(part),
                    // Within one another they are no columns.
                    { Kind: CssTokenKind.Function, Text: "repeat" } => !isRepeated && Repeat(Inside(part)),
                    _ => Track(part),
                };
                if (!isGood || Tracks.Count > MostTracks)
                    return false;
            }

            return true;
        }

        private bool Names(IReadOnlyList<CssToken> part)
        {
            foreach (var token in part.Where(token => token.Kind == CssTokenKind.Ident))
                Lines.TryAdd(token.Text, Tracks.Count + 1);
            return true;
        }

        private bool Repeat(IReadOnlyList<CssToken> inside)
        {
            var arguments = CssTokens.AtCommas(inside);
            if (arguments.Count < 2 || CssTokens.Trimmed(arguments[0]) is not [var count])
                return false;
            IReadOnlyList<CssToken> list = [.. inside.Skip(arguments[0].Count + 1)];
            if (count is { Kind: CssTokenKind.Number, Number: >= 1 and <= MostTracks })
                return Enumerable.Range(0, (int)count.Number).All(_ => List(list, isRepeated: true) && Tracks.Count <= MostTracks);
            // As many as have room; whatever stands beside it must have a length of its own.
            if (count.Text is not ("auto-fill" or "auto-fit") || Tracks.Exists(track => !track.HasOwnMin))
                return false;
            var before = Tracks.Count;
            if (!List(list, isRepeated: true) || Tracks.Count != before + 1 || Tracks[before] is not { HasOwnMin: true } repeated)
                return false;
            var each = repeated.Max.Kind == TrackKind.Px ? Math.Max(repeated.Max.Amount, repeated.Min.Amount) : repeated.Min.Amount;
            var left = room - Tracks.Take(before).Sum(track => track.Min.Amount + gap);
            var times = Math.Clamp(Math.Floor((left + gap + 0.001) / Math.Max(1, each + gap)), 1, MostTracks);
            Tracks.AddRange(Enumerable.Repeat(repeated, (int)times - 1));
            FitsFrom = count.Text == "auto-fit" ? before : -1;
            return true;
        }

        private bool Track(IReadOnlyList<CssToken> part)
        {
            if (part[0] is { Kind: CssTokenKind.Function, Text: "minmax" })
            {
                if (CssTokens.AtCommas(Inside(part)) is not [var min, var max])
                    return false;
                var (least, most) = (Bound(min), Bound(max));
                Tracks.Add(new GridTrack(least, least.Kind == TrackKind.Px && most.Kind == TrackKind.Px && most.Amount < least.Amount
                    ? least : most));
                return true;
            }

            var bound = Bound(part);
            Tracks.Add(new GridTrack(bound.Kind == TrackKind.Share ? new TrackBound(TrackKind.Content) : bound, bound));
            return true;
        }

        private TrackBound Bound(IReadOnlyList<CssToken> part) => CssTokens.Trimmed(part) switch
        {
            [{ Kind: CssTokenKind.Dimension, Text: "fr" } share] => new TrackBound(TrackKind.Share, share.Number),
            [{ Kind: CssTokenKind.Ident, Text: "auto" }] => new TrackBound(TrackKind.Content),
            var length when style.LengthOf(length, room) is { Kind: ExtentKind.Known } known => new TrackBound(TrackKind.Px, known.Px),
            _ => new TrackBound(TrackKind.Unknown),
        };

        private static IReadOnlyList<CssToken> Inside(IReadOnlyList<CssToken> part) =>
            [.. part.Skip(1).Take(part.Count - (part[^1].Kind == CssTokenKind.Close ? 2 : 1))];

        // Blocks and functions are one part each.
        private static IEnumerable<IReadOnlyList<CssToken>> Parts(IReadOnlyList<CssToken> tokens)
        {
            var (part, depth) = (new List<CssToken>(), 0);
            foreach (var token in tokens)
            {
                if (depth == 0 && token.Kind == CssTokenKind.Whitespace)
                    continue;
                depth += CssTokens.DepthOf(token);
                part.Add(token);
                if (depth > 0)
                    continue;
                yield return part;
                part = [];
            }

            if (part.Count > 0)
                yield return part;
        }
    }
}
