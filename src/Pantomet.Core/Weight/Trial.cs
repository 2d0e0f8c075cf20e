namespace Pantomet.Core.Weight;

/// <summary>A file that was made to see what it weighs and how it looks.</summary>
/// <param name="Quality">On the encoder's own scale.</param>
/// <param name="File">Its bytes.</param>
public sealed record Trial(int Quality, byte[] File)
{
    /// <summary>Length of the file.</summary>
    public long Bytes => File.LongLength;
}

/// <summary>A part of a picture that stands for all of it, since it is cheaper to encode.</summary>
public interface ISample
{
    /// <summary>What the file of the whole picture would weigh, about.</summary>
    /// <param name="quality">On the encoder's own scale.</param>
    long Bytes(int quality);

    /// <summary>How the file of the whole picture would score, about, from 100 to 0.</summary>
    /// <param name="quality">On the encoder's own scale.</param>
    double Points(int quality);
}

/// <summary>The files of one picture in one format at rising qualities: each is encoded and scored once at most.</summary>
/// <param name="encode">Makes the file at a quality with the encoder whose file is handed out.</param>
/// <param name="score">Points of a file that it made.</param>
/// <param name="sample">Stands for the picture; null where the picture itself is small enough.</param>
public sealed class Trials(Func<int, byte[]> encode, Func<Trial, double> score, ISample? sample)
{
    private readonly Dictionary<int, Trial> made = [];
    private readonly Dictionary<int, double> points = [];

    /// <summary>Stands for the picture.</summary>
    public ISample? Sample => sample;

    /// <summary>Encodes that it took so far.</summary>
    public int Encodes => made.Count;

    /// <summary>The file at a quality.</summary>
    /// <param name="quality">1 to 100.</param>
    public Trial At(int quality)
    {
        if (!made.TryGetValue(quality, out var trial))
            made[quality] = trial = new Trial(quality, encode(quality));
        return trial;
    }

    /// <summary>How the file at a quality scores, from 100 to 0.</summary>
    /// <param name="trial">Out of <see cref="At"/>.</param>
    public double PointsOf(Trial trial)
    {
        if (!points.TryGetValue(trial.Quality, out var known))
            points[trial.Quality] = known = score(trial);
        return known;
    }
}
