using System.Diagnostics;
using System.Globalization;
using System.Runtime.InteropServices;
using System.Text.Json;

namespace Pantomet.Imaging.Isolation;

/// <summary>How a decoder process is started.</summary>
/// <param name="Program">The program.</param>
/// <param name="Arguments">Before those of <see cref="DecoderProgram"/>.</param>
public sealed record DecoderCommand(string Program, IReadOnlyList<string> Arguments)
{
    /// <summary>The running program, asked to be a decoder.</summary>
    /// <param name="assembly">Path of the assembly whose entry point calls <see cref="DecoderProgram.Run"/>.</param>
    public static DecoderCommand Of(string assembly) =>
        Path.GetFileNameWithoutExtension(Environment.ProcessPath) switch
        {
            var name when name == Path.GetFileNameWithoutExtension(assembly) => new DecoderCommand(Environment.ProcessPath!, []),
            "dotnet" => new DecoderCommand(Environment.ProcessPath!, [assembly]),
            _ => new DecoderCommand("dotnet", [assembly]),
        };
}

/// <summary>Why a decoder process has no answer.</summary>
internal enum DecoderEnd
{
    /// <summary>It broke down, or was ended by the system.</summary>
    Fault,

    /// <summary>It took too long.</summary>
    Time,
}

/// <summary>A decoder process ended in the middle of a job.</summary>
internal sealed class DecoderEndedException(DecoderEnd end, string message) : Exception(message)
{
    public DecoderEnd End { get; } = end;
}

/// <summary>What a job took.</summary>
/// <param name="PeakBytes">Memory beyond what the process held before.</param>
/// <param name="Time">Of a processor.</param>
internal sealed record DecoderCost(long PeakBytes, TimeSpan Time);

/// <summary>One decoder process, as whoever gives it jobs sees it.</summary>
internal sealed partial class DecoderProcess : IDisposable
{
    // Out of asm-generic/resource.h: private memory that can be written, whether it was touched or not.
    private const int DataSize = 2;
    private static readonly TimeSpan LookEvery = TimeSpan.FromMilliseconds(50);
    private static readonly TimeSpan MaxStartTime = TimeSpan.FromSeconds(20);
    private readonly Process process;

    private DecoderProcess(Process process, string folder)
    {
        this.process = process;
        Folder = folder;
    }

    /// <summary>The one folder that it may write into.</summary>
    public string Folder { get; }

    /// <summary>Whether it can take a job.</summary>
    public bool IsAlive => !process.HasExited;

    /// <summary>Jobs that it has done.</summary>
    public int Jobs { get; private set; }

    /// <summary>Starts one and waits until it is ready.</summary>
    /// <param name="command">How.</param>
    /// <param name="folder">Made now, and deleted at its end.</param>
    /// <param name="cancel">Nobody waits for it.</param>
    /// <exception cref="IOException">It ended, or was not ready in time.</exception>
    public static async Task<DecoderProcess> StartAsync(DecoderCommand command, string folder, CancellationToken cancel)
    {
        Directory.CreateDirectory(folder);
        var start = new ProcessStartInfo(command.Program, [.. command.Arguments, DecoderProgram.Command, folder])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            Environment =
            {
                ["TMPDIR"] = folder,
                ["MAGICK_TEMPORARY_PATH"] = folder,
                // No door for debuggers, no thread that collects beside the work, no second look at what was compiled: it lives for its
                // jobs.
                ["DOTNET_EnableDiagnostics"] = "0",
                ["DOTNET_gcConcurrent"] = "0",
                ["DOTNET_TieredPGO"] = "0",
            },
        };
        var started = new DecoderProcess(Process.Start(start)!, folder);
        using var limit = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        limit.CancelAfter(MaxStartTime);
        try
        {
            started.process.ErrorDataReceived += (_, _) => { };
            started.process.BeginErrorReadLine();
            return await started.process.StandardOutput.ReadLineAsync(limit.Token).AsTask().WaitAsync(limit.Token) == DecoderProgram.Ready
                ? started
                : throw new IOException($"A decoder process ended at its start with {started.ExitCode()}.");
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            started.Dispose();
            throw new IOException($"A decoder process was not ready after {MaxStartTime.TotalSeconds:0} s.");
        }
        catch
        {
            started.Dispose();
            throw;
        }
    }

    /// <summary>Does a job.</summary>
    /// <param name="job">What to do.</param>
    /// <param name="mostBytes">Of memory, beyond what the process holds now.</param>
    /// <param name="mostTime">Of a processor.</param>
    /// <param name="cancel">Nobody waits for it: the process is ended.</param>
    /// <exception cref="DecoderEndedException">There is no answer, and the process is gone.</exception>
    public async Task<(DecoderResult Result, DecoderCost Cost)> DoAsync(
        DecoderJob job, long mostBytes, TimeSpan mostTime, CancellationToken cancel)
    {
        try
        {
            var heldBefore = Status("VmRSS");
            Bound(Status("VmData") + mostBytes);
            ForgetPeak();
            var before = Worked();
            await process.StandardInput.WriteLineAsync(JsonSerializer.Serialize(job, DecoderJob.Json).AsMemory(), cancel);
            await process.StandardInput.FlushAsync(cancel);
            var answer = await AnswerAsync(before, mostTime, cancel)
                ?? throw new DecoderEndedException(DecoderEnd.Fault, $"The decoder ended with {ExitCode()}.");
            // To tidy up after the job it may take what it needs.
            Bound(-1);
            Jobs++;
            return (
                JsonSerializer.Deserialize<DecoderResult>(answer, DecoderJob.Json)!,
                new DecoderCost(Math.Max(0, Status("VmHWM") - heldBefore), Worked() - before));
        }
        catch (IOException problem)
        {
            // It had ended before it could be told.
            throw new DecoderEndedException(DecoderEnd.Fault, $"The decoder takes no jobs: {problem.Message}");
        }
    }

    public void Dispose()
    {
        Kill();
        process.Dispose();
        if (Directory.Exists(Folder))
            Directory.Delete(Folder, recursive: true);
    }

    private async Task<string?> AnswerAsync(TimeSpan workedBefore, TimeSpan mostTime, CancellationToken cancel)
    {
        var answer = process.StandardOutput.ReadLineAsync(CancellationToken.None).AsTask();
        var watch = Stopwatch.StartNew();
        while (await Task.WhenAny(answer, Task.Delay(LookEvery, cancel)) != answer)
        {
            // Who waits for a disk or for other processes takes no time of a processor; there is an end to that too.
            if (cancel.IsCancellationRequested || Worked() - workedBefore > mostTime || watch.Elapsed > mostTime * 4)
            {
                Kill();
                cancel.ThrowIfCancellationRequested();
                throw new DecoderEndedException(DecoderEnd.Time, $"The decoder took more than {mostTime.TotalSeconds:0} s.");
            }
        }

        return await answer;
    }

    private void Kill()
    {
        try
        {
            process.Kill();
            process.WaitForExit();
        }
        catch (InvalidOperationException)
        {
            // It ended by itself.
        }
    }

    private string ExitCode()
    {
        process.WaitForExit();
        return process.ExitCode.ToString(CultureInfo.InvariantCulture);
    }

    // A process that has just ended says nothing of its time.
    private TimeSpan Worked()
    {
        try
        {
            process.Refresh();
            return process.TotalProcessorTime;
        }
        catch (InvalidOperationException)
        {
            return TimeSpan.Zero;
        }
    }

    // https://man7.org/linux/man-pages/man5/proc_pid_status.5.html; elsewhere nothing is known, and nothing bounded.
    private long Status(string field)
    {
        if (!OperatingSystem.IsLinux())
            return 0;
        var status = $"/proc/{process.Id}/status";
        var line = File.Exists(status)
            ? File.ReadLines(status).FirstOrDefault(line => line.StartsWith(field, StringComparison.Ordinal))
            : null;
        return line is null
            ? 0
            : 1024 * long.Parse(line.Split([' ', '\t'], StringSplitOptions.RemoveEmptyEntries)[1], CultureInfo.InvariantCulture);
    }

    private void Bound(long bytes)
    {
        // The upper one stays open: who is not root could never raise it again for the next job.
        var limit = new Limit(bytes, -1);
        if (OperatingSystem.IsLinux())
            _ = LimitResource(process.Id, DataSize, in limit, 0);
    }

    private void ForgetPeak()
    {
        try
        {
            if (OperatingSystem.IsLinux())
                File.WriteAllText($"/proc/{process.Id}/clear_refs", "5");
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            // Then the highest of all jobs is taken for this one's: more than it is, never less.
        }
    }

    [LibraryImport("libc", EntryPoint = "prlimit")]
    private static partial int LimitResource(int process, int resource, in Limit limit, nint old);

    [StructLayout(LayoutKind.Sequential)]
    private readonly struct Limit(long soft, long hard)
    {
        private readonly long soft = soft;
        private readonly long hard = hard;
    }
}
