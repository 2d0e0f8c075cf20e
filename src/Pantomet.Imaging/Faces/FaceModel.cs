using System.Security.Cryptography;
using Microsoft.ML.OnnxRuntime;

namespace Pantomet.Imaging.Faces;

/// <summary>The learned part of finding faces: from a small square picture to what each place in it looks like.</summary>
/// <remarks>docs/face-model.md names the source and licence. It is run on one thread: the pictures are what is done at the same
/// time.</remarks>
internal sealed class FaceModel : IDisposable
{
    /// <summary>Pixels of each side of the square that it looks at.</summary>
    public const int Side = 192;

    /// <summary>Places across and down that it says something about.</summary>
    public const int Grid = 48;

    /// <summary>Numbers for each place: a box and six points.</summary>
    public const int Numbers = 16;

    // Of the file that ships with the application. Any other is not ours to run.
    private const string Sha256 = "fdc8223352dfd899883ca1b6d93b7ef853383d13b4de70ba22a30390f502f22a";

    private readonly InferenceSession session;

    private FaceModel(InferenceSession session) => this.session = session;

    /// <summary>Where it lies beside the program.</summary>
    public static string ShippedPath { get; } = Path.Combine(AppContext.BaseDirectory, "Faces", "faces.onnx");

    /// <summary>Loads it.</summary>
    /// <param name="path">Of the model's file.</param>
    /// <param name="problem">Why there is none.</param>
    /// <returns>Null where the file is missing, damaged or of another version, or where the system cannot run it.</returns>
    public static FaceModel? TryLoad(string path, out string? problem)
    {
        problem = null;
        try
        {
            var file = File.ReadAllBytes(path);
            if (Convert.ToHexStringLower(SHA256.HashData(file)) != Sha256)
            {
                problem = $"The file {path} is damaged or of another version.";
                return null;
            }

            using var options = new SessionOptions
            {
                IntraOpNumThreads = 1,
                InterOpNumThreads = 1,
                ExecutionMode = ExecutionMode.ORT_SEQUENTIAL,
                EnableCpuMemArena = false,
                LogSeverityLevel = OrtLoggingLevel.ORT_LOGGING_LEVEL_FATAL,
            };
            return new FaceModel(new InferenceSession(file, options));
        }
        catch (Exception broken) when (broken is IOException or UnauthorizedAccessException or OnnxRuntimeException
            or DllNotFoundException or TypeInitializationException or BadImageFormatException or EntryPointNotFoundException)
        {
            problem = (broken.InnerException ?? broken).Message;
            return null;
        }
    }

    /// <summary>Looks at a picture.</summary>
    /// <param name="planes">All of red, then green, then blue, row by row, −1 to 1: 3 × 192 × 192.</param>
    /// <returns>For each place, row by row: how sure it is that a face is there, as a logit; and its numbers.</returns>
    public (float[] Scores, float[] Boxes) Look(float[] planes)
    {
        using var picture = OrtValue.CreateTensorValueFromMemory(planes, [1, 3, Side, Side]);
        using var run = new RunOptions();
        using var results = session.Run(run, ["picture"], [picture], ["scores", "boxes"]);
        return (results[0].GetTensorDataAsSpan<float>().ToArray(), results[1].GetTensorDataAsSpan<float>().ToArray());
    }

    /// <inheritdoc/>
    public void Dispose() => session.Dispose();
}
