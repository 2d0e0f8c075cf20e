using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing.Proposing;

/// <summary>What follows for a subject from the faces in a picture.</summary>
public static class FaceRegion
{
    // A face is found from the brow to the chin. Shares of its height and width; common practice, no source.
    private const double Hair = 0.5;
    private const double Chin = 0.25;
    private const double Ears = 0.15;

    // Head and shoulders, from the middle of the face: shares of its height.
    private const double Shoulders = 1.1;
    private const double Chest = 2.2;

    // Where there are faces, people look at them.
    private const double FacesConfidence = 0.75;

    /// <summary>A face with its hair, ears and chin, as far as the picture goes.</summary>
    /// <param name="face">As found.</param>
    /// <param name="picture">Upright size of the source.</param>
    public static PixelRect WithHair(Face face, PixelSize picture) =>
        Spread(face.Area, picture, Ears * face.Area.Width, Hair * face.Area.Height, Chin * face.Area.Height);

    /// <summary>
    /// Joins the faces with what stands out: every face must stay, many of them as one region; the people that they belong to, and
    /// what stands out beside them, are wished for. Without faces, what stands out is the subject, if it does so enough.
    /// </summary>
    /// <param name="standing">What stands out.</param>
    /// <param name="faces">Found in the picture.</param>
    /// <param name="picture">Upright size of the source.</param>
    public static SubjectProposal Joined(SubjectProposal standing, IReadOnlyList<Face> faces, PixelSize picture)
    {
        if (faces.Count == 0)
            return standing.Confidence >= SubjectProposal.FaintestConfidence
                ? standing
                : standing with { Subject = null, Wish = null, Confidence = 0 };
        var must = faces.Select(face => WithHair(face, picture)).Aggregate((one, other) => one.Joined(other));
        var people = faces.Select(face => Person(face.Area, picture)).Aggregate((one, other) => one.Joined(other));
        // What stands out elsewhere is not theirs.
        var wish = standing.Subject is { } beside && CoveredParts.Shared(beside, people) > 0 ? people.Joined(beside) : people;
        return new SubjectProposal(must, null)
        {
            Wish = must.Joined(wish),
            Faces = faces,
            Confidence = Math.Max(standing.Confidence, FacesConfidence),
        };
    }

    private static PixelRect Person(PixelRect face, PixelSize picture) =>
        Spread(face, picture, Shoulders * face.Height, Hair * face.Height, Chest * face.Height);

    private static PixelRect Spread(PixelRect area, PixelSize picture, double sides, double above, double below)
    {
        var (left, top) = (Math.Max(0, area.X - (int)sides), Math.Max(0, area.Y - (int)above));
        var right = (int)Math.Min(picture.Width, area.Right + Math.Ceiling(sides));
        var bottom = (int)Math.Min(picture.Height, area.Bottom + Math.Ceiling(below));
        return new PixelRect(left, top, right - left, bottom - top);
    }
}
