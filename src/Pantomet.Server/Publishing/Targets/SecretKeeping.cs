using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.DataProtection;

namespace Pantomet.Server.Publishing.Targets;

/// <summary>Encrypts what opens targets. The keys lie in the data folder, and are left out of backups.</summary>
internal sealed class SecretKeeping(IDataProtectionProvider protection)
{
    private readonly IDataProtector protector = protection.CreateProtector("Pantomet.Targets");

    /// <summary>As it is stored.</summary>
    /// <param name="secrets">What opens a target.</param>
    public string Hide(TargetSecrets secrets) =>
        secrets.AreNone ? "" : protector.Protect(JsonSerializer.Serialize(secrets, PantometDb.Stored));

    /// <summary>What was stored.</summary>
    /// <param name="hidden">As <see cref="Hide"/> gave it.</param>
    /// <returns>Null where the keys are no longer those that it was hidden with, as after a restore.</returns>
    public TargetSecrets? Show(string hidden)
    {
        if (hidden.Length == 0)
            return new TargetSecrets();
        try
        {
            return JsonSerializer.Deserialize<TargetSecrets>(protector.Unprotect(hidden), PantometDb.Stored);
        }
        catch (CryptographicException)
        {
            return null;
        }
    }
}
