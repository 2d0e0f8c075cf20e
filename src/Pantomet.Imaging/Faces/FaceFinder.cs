using NetVips;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;

namespace Pantomet.Imaging.Faces;

/// <summary>Finds faces in a picture: where they are, and nothing about whose they are.</summary>
/// <remarks>
/// A single-shot detector (Bazarevsky, Kartynnik, Vakunov, Raveendran, Grundmann: "BlazeFace: Sub-millisecond Neural Face Detection on
/// Mobile GPUs", 2019, in its form for faces that are far away). It sees a square of 192 px, so a long picture is looked at as a whole
/// and in squares of its shorter side, in which faces are larger.
/// </remarks>
public sealed class FaceFinder : IDisposable
{
    // The first face must be sure. Beside it, others of about its size are likely.
    private const double FirstScore = 0.6;
    private const double NextScore = 0.4;
    private const double FaintestScore = 0.1;
    private const double AboutItsSize = 2;

    // Boxes that share so much of their area are one face.
    private const double SameFace = 0.3;

    // From here on squares along the picture show more than the whole does.
    private const double LongPicture = 1.2;
    private const int MaxSquares = 6;

    private static readonly Lazy<FaceFinder> Shipped = new(() => With(FaceModel.ShippedPath));

    private readonly FaceModel? model;

    private FaceFinder(FaceModel? model, string? problem) => (this.model, Problem) = (model, problem);

    /// <summary>Why faces are not looked for; null where they are.</summary>
    public string? Problem { get; }

    /// <summary>With the model that ships with the application: one for the process, loaded when it is first asked for.</summary>
    public static FaceFinder Shared => Shipped.Value;

    /// <summary>With a model from a file. Without one no face is ever found.</summary>
    /// <param name="path">Of the file.</param>
    public static FaceFinder With(string path) => new(FaceModel.TryLoad(path, out var problem), problem);

    /// <summary>Finds the faces in a picture.</summary>
    /// <param name="srgb">Upright, 8 bits, three bands, in memory.</param>
    /// <param name="picture">Upright size of the source.</param>
    /// <returns>The surest first.</returns>
    public IReadOnlyList<Face> In(Image srgb, PixelSize picture)
    {
        if (model is null || srgb.Width < 2 || srgb.Height < 2)
            return [];
        var seen = Whole(srgb);
        // Where the whole shows not even a faint one, the squares show none.
        if (seen.Count > 0 && Math.Max(srgb.Width, srgb.Height) >= LongPicture * Math.Min(srgb.Width, srgb.Height))
            seen.AddRange(Squares(srgb));
        var (across, down) = ((double)picture.Width / srgb.Width, (double)picture.Height / srgb.Height);
        return [.. Likely(Merged(seen)).Select(face => face.ToFace(across, down, picture)).OfType<Face>()];
    }

    /// <inheritdoc/>
    public void Dispose() => model?.Dispose();

    // Letterboxed into a square.
    private List<FoundFace> Whole(Image srgb)
    {
        using var small = Scaled(srgb, (double)FaceModel.Side / Math.Max(srgb.Width, srgb.Height));
        using var square = small.Gravity(Enums.CompassDirection.Centre, FaceModel.Side, FaceModel.Side, extend: Enums.Extend.Black);
        var (left, top) = ((FaceModel.Side - small.Width) / 2, (FaceModel.Side - small.Height) / 2);
        return Look(square, -left, -top, (double)srgb.Width / small.Width, (double)srgb.Height / small.Height);
    }

    // They overlap by half, so that no face lies on an edge in all of them.
    private List<FoundFace> Squares(Image srgb)
    {
        using var strip = Scaled(srgb, (double)FaceModel.Side / Math.Min(srgb.Width, srgb.Height));
        var (isWide, length) = (strip.Width > strip.Height, Math.Max(strip.Width, strip.Height));
        var count = Math.Min(MaxSquares, (int)Math.Ceiling(2.0 * (length - FaceModel.Side) / FaceModel.Side) + 1);
        var found = new List<FoundFace>();
        for (var square = 0; square < count; square++)
        {
            var along = (length - FaceModel.Side) * square / Math.Max(1, count - 1);
            var (x, y) = isWide ? (along, 0) : (0, along);
            using var part = strip.Crop(x, y, Math.Min(FaceModel.Side, strip.Width), Math.Min(FaceModel.Side, strip.Height));
            using var whole = part.Gravity(Enums.CompassDirection.NorthWest, FaceModel.Side, FaceModel.Side, extend: Enums.Extend.Black);
            found.AddRange(Look(whole, x, y, (double)srgb.Width / strip.Width, (double)srgb.Height / strip.Height));
        }

        return found;
    }

    private static Image Scaled(Image srgb, double scale)
    {
        using var small = srgb.Resize(
            Math.Max(1, Math.Round(srgb.Width * scale)) / srgb.Width, vscale: Math.Max(1, Math.Round(srgb.Height * scale)) / srgb.Height,
            kernel: Enums.Kernel.Linear);
        return small.CopyMemory();
    }

    // What is found in a square that lies at a place of the scaled picture, in pixels of the picture.
    private List<FoundFace> Look(Image square, int left, int top, double across, double down)
    {
        var (scores, boxes) = model!.Look(Planes(square));
        var found = new List<FoundFace>();
        for (var place = 0; place < scores.Length; place++)
        {
            var score = 1 / (1 + Math.Exp(-scores[place]));
            if (score < FaintestScore)
                continue;
            // Offsets from the middle of the place: the middle of the box, its size, the right eye, the left eye, the tip of the nose.
            var (x, y) = (
                ((place % FaceModel.Grid) + 0.5) * FaceModel.Side / FaceModel.Grid,
                ((place / FaceModel.Grid) + 0.5) * FaceModel.Side / FaceModel.Grid);
            var values = new double[10];
            for (var at = 0; at < values.Length; at += 2)
            {
                var isSize = at == 2;
                values[at] = (boxes[(place * FaceModel.Numbers) + at] + (isSize ? 0 : x + left)) * across;
                values[at + 1] = (boxes[(place * FaceModel.Numbers) + at + 1] + (isSize ? 0 : y + top)) * down;
            }

            found.Add(new FoundFace(score, values));
        }

        return found;
    }

    private static float[] Planes(Image square)
    {
        var pixels = square.WriteToMemory<byte>();
        const int Count = FaceModel.Side * FaceModel.Side;
        var planes = new float[3 * Count];
        for (var at = 0; at < Count; at++)
        {
            for (var band = 0; band < 3; band++)
                planes[(band * Count) + at] = (pixels[(3 * at) + band] / 127.5f) - 1;
        }

        return planes;
    }

    private static List<FoundFace> Likely(List<FoundFace> merged)
    {
        var sure = merged.FindAll(face => face.Score >= FirstScore);
        return merged.FindAll(
            face => face.Score >= NextScore &&
                sure.Exists(one => face.Height <= AboutItsSize * one.Height && one.Height <= AboutItsSize * face.Height));
    }

    // Of boxes that overlap, the mean, weighed by their scores, as the model's makers do it.
    private static List<FoundFace> Merged(List<FoundFace> seen)
    {
        var left = seen.OrderByDescending(face => face.Score).ToList();
        var merged = new List<FoundFace>();
        while (left is [var surest, ..])
        {
            var same = left.FindAll(face => face.Overlap(surest) >= SameFace);
            left.RemoveAll(same.Contains);
            merged.Add(FoundFace.Mean(same));
        }

        return merged;
    }
}
