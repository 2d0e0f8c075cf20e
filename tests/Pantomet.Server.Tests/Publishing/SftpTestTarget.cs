using System.Diagnostics;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests.Publishing;

/// <summary>A folder behind a real OpenSSH server of our own, with a port and keys of its own.</summary>
internal sealed class SftpTestTarget : FolderTestTarget
{
    private readonly DirectoryInfo keys = Directory.CreateTempSubdirectory("pantomet-ssh-");
    private readonly int port = ServerProcess.FreePort();
    private Listening? server;

    public static async Task<SftpTestTarget> StartAsync()
    {
        var target = new SftpTestTarget();
        target.MakeKey("user");
        await target.ShowAsync("host");
        return target;
    }

    /// <summary>The fingerprint of a key, as its own program writes it.</summary>
    public string Fingerprint(string name) => Run("ssh-keygen", "-l", "-f", Key(name)).Split(' ')[1];

    /// <summary>Starts it anew with another host key.</summary>
    public async Task ShowAsync(string key)
    {
        server?.Dispose();
        MakeKey(key);
        var settings = Key("sshd_config");
        await File.WriteAllTextAsync(
            settings,
            $"""
            Port {port}
            ListenAddress 127.0.0.1
            HostKey {Key(key)}
            PidFile none
            AuthorizedKeysFile {Key("user.pub")}
            StrictModes no
            UsePAM no
            PasswordAuthentication no
            Subsystem sftp internal-sftp
            """);
        if (Environment.UserName == "root")
            Directory.CreateDirectory("/run/sshd");
        server = await Listening.StartAsync(port, "/usr/sbin/sshd", "-D", "-e", "-f", settings);
    }

    public override JsonObject Description(int? port = null) => new()
    {
        ["name"] = "Server",
        ["kind"] = "sftp",
        ["host"] = "127.0.0.1",
        ["port"] = port ?? this.port,
        ["user"] = Environment.UserName,
        ["privateKey"] = File.ReadAllText(Key("user")),
        ["folder"] = Folder.FullName,
        ["hostKey"] = Fingerprint("host"),
    };

    public override async ValueTask DisposeAsync()
    {
        server?.Dispose();
        keys.Delete(recursive: true);
        await base.DisposeAsync();
    }

    private string Key(string name) => Path.Combine(keys.FullName, name);

    private void MakeKey(string name) => Run("ssh-keygen", "-q", "-t", "ed25519", "-N", "", "-f", Key(name));

    private static string Run(string program, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true })!;
        var said = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        Assert.Equal(0, process.ExitCode);
        return said;
    }
}
