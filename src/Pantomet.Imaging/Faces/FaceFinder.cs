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
        var seen = Squares(srgb.Width, srgb.Height).SelectMany(square => In(srgb, square)).ToList();
        var (across, down) = ((double)picture.Width / srgb.Width, (double)picture.Height / srgb.Height);
        return [.. Likely(Merged(seen)).Select(face => face.ToFace(across, down, picture)).OfType<Face>()];
    }

    /// <inheritdoc/>
    public void Dispose() => model?.Dispose();

    private static IEnumerable<(int X, int Y, int Side)> Squares(int width, int height)
    {
        var (longer, shorter) = (Math.Max(width, height), Math.Min(width, height));
        yield return ((width - longer) / 2, (height - longer) / 2, longer);
        if (longer < LongPicture * shorter)
            yield break;
        // They overlap by half, so that no face lies on an edge in all of them.
        var count = Math.Min(MaxSquares, (int)Math.Ceiling(2.0 * (longer - shorter) / shorter) + 1);
        for (var square = 0; square < count; square++)
        {
            var along = (int)((long)(longer - shorter) * square / Math.Max(1, count - 1));
            yield return width > height ? (along, 0, shorter) : (0, along, shorter);
        }
    }

    private IEnumerable<FoundFace> In(Image srgb, (int X, int Y, int Side) square)
    {
        var (scores, boxes) = model!.Look(Planes(srgb, square));
        var scale = (float)square.Side / FaceModel.Side;
        for (var place = 0; place < scores.Length; place++)
        {
            var score = 1 / (1 + Math.Exp(-scores[place]));
            if (score < NextScore)
                continue;
            var (cellX, cellY) = (
                ((place % FaceModel.Grid) + 0.5f) * FaceModel.Side / FaceModel.Grid,
                ((place / FaceModel.Grid) + 0.5f) * FaceModel.Side / FaceModel.Grid);
            var numbers = boxes.AsSpan(place * FaceModel.Numbers, FaceModel.Numbers);
            var values = new float[10];
            // The middle of the box and its size, then the right eye, the left eye and the tip of the nose.
            for (var at = 0; at < values.Length; at++)
                values[at] = numbers[at] * scale;
            var (x, y) = ((cellX * scale) + square.X, (cellY * scale) + square.Y);
            foreach (var at in (int[])[0, 4, 6, 8])
                (values[at], values[at + 1]) = (values[at] + x, values[at + 1] + y);
            yield return new FoundFace(score, values);
        }
    }

    // Letterboxed into a square, in the middle of grey.
    private static float[] Planes(Image srgb, (int X, int Y, int Side) square)
    {
        var (left, top) = (Math.Max(0, square.X), Math.Max(0, square.Y));
        var (width, height) = (Math.Min(srgb.Width, square.Side), Math.Min(srgb.Height, square.Side));
        using var part = srgb.Crop(left, top, width, height);
        var scale = (double)FaceModel.Side / square.Side;
        using var small = part.Resize(
            Math.Max(1, Math.Round(width * scale)) / width, vscale: Math.Max(1, Math.Round(height * scale)) / height,
            kernel: Enums.Kernel.Linear);
        using var whole = small.Gravity(Enums.CompassDirection.Centre, FaceModel.Side, FaceModel.Side, extend: Enums.Extend.Black);
        var pixels = whole.WriteToMemory<byte>();
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
            face => face.Score >= FirstScore ||
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
