using System.Runtime.InteropServices;

namespace Pantomet.Imaging.Isolation;

/// <summary>
/// Takes from this process, for good, what a decoder has no business with: writing outside one folder, the network, other processes, other
/// programs.
/// </summary>
/// <remarks>
/// Linux: Landlock (Documentation/userspace-api/landlock.rst), seccomp filters (Documentation/userspace-api/seccomp_filter.rst),
/// setrlimit(2).
/// A rule of Landlock holds for the thread that sets it and those that come after, so the program replaces itself once it is confined: then
/// it holds
/// for all. What a system does not know is left out; the limits on memory and time, which whoever started this process sets, do not depend
/// on it.
/// </remarks>
internal static partial class Confinement
{
    /// <summary>The argument of a process that is confined already.</summary>
    public const string IsConfined = "--confined";

    private const long MaxFileBytes = 2_000_000_000;
    private const long MaxOpenFiles = 256;

    // Out of asm-generic/resource.h.
    private const int FileSize = 1;
    private const int CoreSize = 4;
    private const int OpenFiles = 7;

    // Out of linux/prctl.h and linux/fcntl.h.
    private const int SetNoNewPrivileges = 38;
    private const int OpenPathOnly = 0x200000 | 0x80000;

    // System calls of x86-64: arch/x86/entry/syscalls/syscall_64.tbl.
    private const int LandlockCreate = 444;
    private const int LandlockAdd = 445;
    private const int LandlockRestrict = 446;
    private const int Seccomp = 317;

    // socket, connect, accept, sendto, bind, listen, socketpair, accept4; kill, ptrace, process_vm_readv, process_vm_writev; chroot, mount,
    // umount2, pivot_root, setns,
    // open_by_handle_at; init_module, finit_module, kexec_load, reboot; add_key, request_key, keyctl; perf_event_open, bpf, userfaultfd,
    // io_uring_setup.
    private static readonly int[] Forbidden =
        [41, 42, 43, 44, 49, 50, 53, 288, 62, 101, 310, 311, 161, 165, 166, 155, 308, 304, 175, 313, 246, 169, 248, 249, 250, 298, 321, 323,
            425];

    // execve, execveat, fork, vfork.
    private static readonly int[] Programs = [59, 322, 57, 58];

    private static bool IsSupported => OperatingSystem.IsLinux() && RuntimeInformation.ProcessArchitecture == Architecture.X64;

    /// <summary>
    /// Confines the process and starts the same program anew in its place; returns only where the system has no such means.
    /// </summary>
    /// <param name="folder">The one that may be written into.</param>
    public static void EnterAndStartAgain(string folder)
    {
        if (!IsSupported)
            return;
        Limit(FileSize, MaxFileBytes);
        Limit(CoreSize, 0);
        Limit(OpenFiles, MaxOpenFiles);
        GoFirst();
        _ = ProcessControl(SetNoNewPrivileges, 1, 0, 0, 0);
        WriteOnlyInto(folder);
        Forbid(Forbidden);
        var arguments = File.ReadAllText("/proc/self/cmdline").TrimEnd('\0').Split('\0').Append(IsConfined);
        _ = Execute(Environment.ProcessPath!, [.. arguments, null]);
    }

    /// <summary>From now on no other program is started.</summary>
    public static void ForbidPrograms()
    {
        if (IsSupported)
            Forbid(Programs);
    }

    // When memory runs out on the machine, this process ends before the server does.
    private static void GoFirst()
    {
        try
        {
            File.WriteAllText("/proc/self/oom_score_adj", "800");
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            // A system that does not let it choose.
        }
    }

    private static void Limit(int resource, long most)
    {
        var limit = new ResourceLimit(most, most);
        _ = SetLimit(resource, in limit);
    }

    // linux/landlock.h. Each version of it knows more: what an older one does not know is not asked of it.
    private static unsafe void WriteOnlyInto(string folder)
    {
        var version = SystemCall(LandlockCreate, 0, 0, 1);
        if (version < 1)
            return;
        // Write (bit 1), remove and make anything (4 to 12), move it elsewhere (13, from version 2), cut it short (14, from version 3).
        const ulong WriteFile = 1 << 1;
        var writing = WriteFile | (0b1_1111_1111UL << 4) | (version >= 2 ? 1UL << 13 : 0) | (version >= 3 ? 1UL << 14 : 0);
        // To bind and to connect by TCP; abstract sockets and signals.
        var rules = new LandlockRules(writing, version >= 4 ? 0b11UL : 0, version >= 6 ? 0b11UL : 0);
        var known = sizeof(ulong) * (version >= 6 ? 3 : version >= 4 ? 2 : 1);
        var set = SystemCall(LandlockCreate, (nint)(&rules), known, 0);
        if (set < 0)
            return;
        foreach (var path in (string[])[folder, "/dev/null"])
        {
            var file = Open(path, OpenPathOnly);
            // Of a device, which is no folder, nothing but writing can be granted.
            var beneath = new LandlockPath(path == folder ? writing : WriteFile, file);
            _ = SystemCall(LandlockAdd, set, 1, (nint)(&beneath));
            _ = Close(file);
        }

        _ = SystemCall(LandlockRestrict, set, 0, 0);
        _ = Close((int)set);
    }

    // Instructions out of linux/filter.h: load, compare, return.
    private static unsafe void Forbid(int[] calls)
    {
        const ushort Load = 0x20;
        const ushort JumpIfEqual = 0x15;
        const ushort JumpIfAtLeast = 0x35;
        const ushort Return = 0x06;
        const uint Allow = 0x7FFF0000;
        const uint Refuse = 0x00050000 | 13;
        const uint Kill = 0x80000000;
        const uint ThisArchitecture = 0xC000003E;
        const uint OtherCallTable = 0x40000000;
        var program = new List<Instruction>
        {
            new(Load, 0, 0, 4), new(JumpIfEqual, 1, 0, ThisArchitecture), new(Return, 0, 0, Kill),
            new(Load, 0, 0, 0), new(JumpIfAtLeast, 0, 1, OtherCallTable), new(Return, 0, 0, Kill),
        };
        foreach (var call in calls)
            program.AddRange([new Instruction(JumpIfEqual, 0, 1, (uint)call), new Instruction(Return, 0, 0, Refuse)]);
        program.Add(new Instruction(Return, 0, 0, Allow));
        fixed (Instruction* first = program.ToArray())
        {
            var filter = new Filter((ushort)program.Count, first);
            // For every thread of the process.
            _ = SystemCall(Seccomp, 1, 1, (nint)(&filter));
        }
    }

    [LibraryImport("libc", EntryPoint = "setrlimit")]
    private static partial int SetLimit(int resource, in ResourceLimit limit);

    [LibraryImport("libc", EntryPoint = "prctl")]
    private static partial int ProcessControl(int option, nint a, nint b, nint c, nint d);

    [LibraryImport("libc", EntryPoint = "syscall")]
    private static partial nint SystemCall(nint number, nint a, nint b, nint c, nint d = 0);

    [LibraryImport("libc", EntryPoint = "open", StringMarshalling = StringMarshalling.Utf8)]
    private static partial int Open(string path, int flags);

    [LibraryImport("libc", EntryPoint = "close")]
    private static partial int Close(int file);

    [LibraryImport("libc", EntryPoint = "execv", StringMarshalling = StringMarshalling.Utf8)]
    private static partial int Execute(string path, string?[] arguments);

    [StructLayout(LayoutKind.Sequential)]
    private readonly struct ResourceLimit(long soft, long hard)
    {
        private readonly long soft = soft;
        private readonly long hard = hard;
    }

    [StructLayout(LayoutKind.Sequential)]
    private readonly struct LandlockRules(ulong files, ulong network, ulong scopes)
    {
        private readonly ulong files = files;
        private readonly ulong network = network;
        private readonly ulong scopes = scopes;
    }

    [StructLayout(LayoutKind.Sequential, Pack = 1)]
    private readonly struct LandlockPath(ulong access, int file)
    {
        private readonly ulong access = access;
        private readonly int file = file;
    }

    [StructLayout(LayoutKind.Sequential)]
    private readonly struct Instruction(ushort code, byte ifTrue, byte ifFalse, uint value)
    {
        private readonly ushort code = code;
        private readonly byte ifTrue = ifTrue;
        private readonly byte ifFalse = ifFalse;
        private readonly uint value = value;
    }

    [StructLayout(LayoutKind.Sequential)]
    private readonly unsafe struct Filter(ushort length, Instruction* instructions)
    {
        private readonly ushort length = length;
        private readonly Instruction* instructions = instructions;
    }
}
