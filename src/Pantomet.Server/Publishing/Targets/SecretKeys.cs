using Microsoft.AspNetCore.DataProtection.KeyManagement;
using Microsoft.AspNetCore.DataProtection.Repositories;
using Microsoft.Extensions.Logging.Abstractions;
using Microsoft.Extensions.Options;

namespace Pantomet.Server.Publishing.Targets;

/// <summary>Keeps the keys that secrets are encrypted with in the data folder, for its owner's eyes alone.</summary>
internal sealed class SecretKeys(DataFolder data) : IConfigureOptions<KeyManagementOptions>
{
    public void Configure(KeyManagementOptions options)
    {
        var folder = Directory.CreateDirectory(data.Keys);
        if (!OperatingSystem.IsWindows())
            folder.UnixFileMode = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;
        options.XmlRepository = new FileSystemXmlRepository(folder, NullLoggerFactory.Instance);
    }
}
