using System.Collections.Concurrent;
using System.Text.Json;
using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Faces;
using Pantomet.Imaging.Lettering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Isolation;

/// <summary>
/// The process that looks at files from strangers: it takes jobs from its input, a line each, and answers them on its output.
/// </summary>
/// <remarks>It may write into its own folder and nowhere else, reaches no network and starts no program. It ends when its input does, in
/// the middle of a job too.</remarks>
public static class DecoderProgram
{
    /// <summary>The argument that asks for it; its folder follows.</summary>
    public const string Command = "decode";

    /// <summary>Said once it is ready for jobs.</summary>
    internal const string Ready = "ready";

    /// <summary>Whether a program's arguments ask for it.</summary>
    /// <param name="arguments">Of the program.</param>
    public static bool IsAskedFor(IReadOnlyList<string> arguments) => arguments is [Command, _, ..];

    /// <summary>Works until the input ends.</summary>
    /// <param name="arguments">Of the program.</param>
    /// <param name="ways">What it does beside looking at pictures and fonts.</param>
    /// <returns>The exit code.</returns>
    public static int Run(IReadOnlyList<string> arguments, DecoderWays ways)
    {
        if (!arguments.Contains(Confinement.IsConfined))
            Confinement.EnterAndStartAgain(arguments[1]);
        Confinement.ForbidPrograms();
        VipsRuntime.Start();
        using var jobs = new BlockingCollection<string>();
        using var input = new StreamReader(Console.OpenStandardInput());
        using var output = new StreamWriter(Console.OpenStandardOutput()) { AutoFlush = true };
        var reading = new Thread(() => Read(input, jobs)) { IsBackground = true };
        reading.Start();
        output.WriteLine(Ready);
        foreach (var line in jobs.GetConsumingEnumerable())
        {
            output.WriteLine(
                JsonSerializer.Serialize(Answer(JsonSerializer.Deserialize<DecoderJob>(line, DecoderJob.Json)!, ways), DecoderJob.Json));
            // What the next job takes is measured from here, and memory that nobody uses is the server's.
            GC.Collect();
            NativeHeap.Trim();
        }

        return 0;
    }

    // Whoever asked is gone, by whatever end: nobody waits for what is in hand.
    private static void Read(StreamReader input, BlockingCollection<string> jobs)
    {
        while (input.ReadLine() is { } line)
            jobs.Add(line);
        Environment.Exit(0);
    }

    private static DecoderResult Answer(DecoderJob job, DecoderWays ways)
    {
        try
        {
            return job.Task == DecoderTask.Other ? DoOther(job, ways[job.Way]) : Do(job);
        }
        catch (UnreadableException refusal)
        {
            return Refused(refusal);
        }
        // Whatever else it is: it is this file that it came of.
        catch (Exception problem)
        {
            return Refused(job.Task switch
            {
                DecoderTask.Font => FontTables.Damaged(problem),
                DecoderTask.Other => new UnreadableException(Refusals.Damaged, "It is damaged, or is something else.", problem),
                _ => SourceProbe.Damaged(job.Format, problem),
            });
        }
    }

    private static DecoderResult Refused(UnreadableException refusal) =>
        new(Refusal: new DecoderRefusal(refusal.Id, refusal.Message, refusal.InnerException?.ToString() ?? ""));

    private static DecoderResult Do(DecoderJob job) => job.Task switch
    {
        DecoderTask.Look => Look(job),
        DecoderTask.Whole => Whole(job),
        DecoderTask.WorkingPicture => WriteWorkingPicture(job),
        DecoderTask.Draw => Draw(job),
        DecoderTask.Font => LookAtFont(job),
        _ => ReadBrightness(job),
    };

    private static DecoderResult Look(DecoderJob job)
    {
        var working = Path.Combine(job.Folder, ResultFiles.WorkingPicture);
        var probed = job.Format is { } known && !known.NeedsWorkingPicture()
            ? SourceProbe.Probe(SourceFile.Known(job.Path, known), job.MaxPixels)
            : SourceProbe.Probe(job.Path, working, job.MaxPixels);
        foreach (var (width, preview) in probed.Previews)
            File.WriteAllBytes(Path.Combine(job.Folder, ResultFiles.Preview(width)), preview.File);
        return new DecoderResult(
            probed.Facts, probed.Proposal, probed.Likeness, FaceFinder.Shared.Problem,
            probed.Previews.ToDictionary(preview => preview.Key, preview => preview.Value.Format), probed.HasWorkingPicture);
    }

    private static DecoderResult Whole(DecoderJob job)
    {
        var preview = PreviewMaker.Whole(SourceFile.Known(job.Path, job.Format!.Value));
        File.WriteAllBytes(Path.Combine(job.Folder, ResultFiles.Whole), preview.File);
        return new DecoderResult(Previews: new Dictionary<int, PictureFormat> { [0] = preview.Format });
    }

    private static DecoderResult WriteWorkingPicture(DecoderJob job)
    {
        WorkingPicture.Write(SourceFile.Open(job.Path), Path.Combine(job.Folder, ResultFiles.WorkingPicture), job.MaxPixels);
        return new DecoderResult(HasWorkingPicture: true);
    }

    private static DecoderResult Draw(DecoderJob job)
    {
        using var drawn = SourceFile.Known(job.Path, PictureFormat.Svg).Load(job.Scale);
        // Without compression: it is read again at once.
        drawn.Tiffsave(Path.Combine(job.Folder, ResultFiles.Drawing));
        return new DecoderResult(Width: drawn.Width, Height: drawn.Height);
    }

    private static DecoderResult LookAtFont(DecoderJob job) =>
        new(Font: FontProbe.Look(job.Path, job.Family, Path.Combine(job.Folder, ResultFiles.Font)));

    private static DecoderResult DoOther(DecoderJob job, Func<string, byte[]> way)
    {
        File.WriteAllBytes(Path.Combine(job.Folder, ResultFiles.Other), way(job.Path));
        return new DecoderResult();
    }

    private static DecoderResult ReadBrightness(DecoderJob job)
    {
        var plane = ScreenshotReader.Read(job.Path, job.MaxPixels);
        File.WriteAllBytes(Path.Combine(job.Folder, ResultFiles.Brightness), plane.Values.Span);
        return new DecoderResult(Width: plane.Width, Height: plane.Height);
    }
}
