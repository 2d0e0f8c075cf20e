using System.Net;
using System.Security.Cryptography;
using Amazon.Runtime;
using Amazon.S3;
using Amazon.S3.Model;
using Pantomet.Core.Publishing;

namespace Pantomet.Server.Publishing.Targets;

/// <summary>A bucket of an S3-compatible store. Each object is replaced at one moment, by the store itself.</summary>
/// <param name="place">Where it is.</param>
/// <param name="secretKey">Opens it.</param>
internal sealed class BucketTarget(TargetPlace place, string secretKey) : ITargetFiles
{
    private const int FewObjects = 4;
    private const string UsualRegion = "us-east-1";
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);

    private readonly AmazonS3Client client = new(
        new BasicAWSCredentials(place.AccessKey, secretKey),
        new AmazonS3Config
        {
            ServiceURL = place.Endpoint,
            ForcePathStyle = true,
            AuthenticationRegion = place.Region ?? UsualRegion,
            Timeout = Patience,
            MaxErrorRetry = 0,
            // Not every store knows the checksums that came later; ours are MD5, which all of them check.
            RequestChecksumCalculation = RequestChecksumCalculation.WHEN_REQUIRED,
            ResponseChecksumValidation = ResponseChecksumValidation.WHEN_REQUIRED,
        });

    private readonly string before = place.Prefix is { Length: > 0 } prefix ? $"{prefix}/" : "";

    public int AtOnce => FewObjects;

    public bool Takes(FileRole role) => true;

    public Task<IReadOnlyDictionary<string, long>> LengthsAsync(IReadOnlyCollection<string> paths, CancellationToken cancel) =>
        Doing<IReadOnlyDictionary<string, long>>(async () =>
        {
            var (wanted, found) = (paths.ToHashSet(StringComparer.Ordinal), new Dictionary<string, long>());
            foreach (var folder in paths.Select(path => path[..(path.LastIndexOf('/') + 1)]).Distinct())
            {
                var asked = new ListObjectsV2Request { BucketName = place.Bucket, Prefix = before + folder, Delimiter = "/" };
                ListObjectsV2Response some;
                do
                {
                    some = await client.ListObjectsV2Async(asked, cancel);
                    foreach (var one in some.S3Objects ?? [])
                    {
                        if (one.Key[before.Length..] is var path && wanted.Contains(path))
                            found[path] = one.Size ?? 0;
                    }

                    asked.ContinuationToken = some.NextContinuationToken;
                }
                while (some.IsTruncated == true);
            }

            return found;
        });

    public Task<bool> ReadAsync(string path, Stream into, CancellationToken cancel) => Doing(async () =>
    {
        try
        {
            using var answer = await client.GetObjectAsync(place.Bucket, before + path, cancel);
            await answer.ResponseStream.CopyToAsync(into, cancel);
            return true;
        }
        catch (AmazonS3Exception problem) when (IsMissing(problem))
        {
            return false;
        }
    });

    public Task<bool> PutAsync(TargetFile file, bool replaces, CancellationToken cancel) => Doing(async () =>
    {
        if (!replaces && await HeadAsync(file.Path, cancel) is not null)
            return false;
        var md5 = await Md5Async(file.ContentPath, cancel);
        await using var content = File.OpenRead(file.ContentPath);
        var request = new PutObjectRequest
        {
            BucketName = place.Bucket,
            Key = before + file.Path,
            InputStream = content,
            AutoCloseStream = false,
            ContentType = file.MediaType,
            MD5Digest = Convert.ToBase64String(md5),
            UseChunkEncoding = false,
        };
        if (file.CacheControl.Length > 0)
            request.Headers.CacheControl = file.CacheControl;
        await client.PutObjectAsync(request, cancel);
        await CheckAsync(file, md5, cancel);
        return true;
    });

    public Task RemoveAsync(string path, CancellationToken cancel) => Doing(async () =>
    {
        await client.DeleteObjectAsync(place.Bucket, before + path, cancel);
        return true;
    });

    // An object is there whole or not at all.
    public Task ClearAsync(string path, CancellationToken cancel) => Task.CompletedTask;

    public ValueTask DisposeAsync()
    {
        client.Dispose();
        return ValueTask.CompletedTask;
    }

    // The tag of an object that was sent in one piece is the MD5 of its bytes, unless the store encrypts with keys of its own.
    private async Task CheckAsync(TargetFile file, byte[] md5, CancellationToken cancel)
    {
        var lies = await HeadAsync(file.Path, cancel);
        var isRight = lies?.ContentLength == file.Bytes &&
            (lies.ETag?.Trim('"').Equals(Convert.ToHexStringLower(md5), StringComparison.OrdinalIgnoreCase) == true ||
                await Sha256Async(file.Path, cancel) == file.Sha256);
        if (!isRight)
            throw new TargetFaultException($"{file.Path} did not arrive as it was sent.", TargetFault.Passing);
    }

    private async Task<GetObjectMetadataResponse?> HeadAsync(string path, CancellationToken cancel)
    {
        try
        {
            return await client.GetObjectMetadataAsync(place.Bucket, before + path, cancel);
        }
        catch (AmazonS3Exception problem) when (IsMissing(problem))
        {
            return null;
        }
    }

    private async Task<string> Sha256Async(string path, CancellationToken cancel)
    {
        using var answer = await client.GetObjectAsync(place.Bucket, before + path, cancel);
        return Convert.ToHexStringLower(await SHA256.HashDataAsync(answer.ResponseStream, cancel));
    }

    // No secret is kept by it: it is what S3 checks arrivals with (Content-MD5).
    private static async Task<byte[]> Md5Async(string path, CancellationToken cancel)
    {
        await using var content = File.OpenRead(path);
#pragma warning disable CA5351
        return await MD5.HashDataAsync(content, cancel);
#pragma warning restore CA5351
    }

    private static bool IsMissing(AmazonS3Exception problem) =>
        problem.StatusCode == HttpStatusCode.NotFound && problem.ErrorCode is not "NoSuchBucket";

    private async Task<T> Doing<T>(Func<Task<T>> work)
    {
        try
        {
            return await work();
        }
        catch (AmazonS3Exception problem)
        {
            throw Said(problem);
        }
        catch (Exception problem) when (problem is HttpRequestException or IOException or AmazonClientException or TimeoutException)
        {
            throw new TargetFaultException(
                $"{place.Endpoint} cannot be reached, or broke off: {problem.Message}", TargetFault.Passing, problem);
        }
    }

    private TargetFaultException Said(AmazonS3Exception problem) => problem.StatusCode switch
    {
        HttpStatusCode.Forbidden or HttpStatusCode.Unauthorized => new(
            $"{place.Endpoint} does not let this key into the bucket {place.Bucket} ({problem.ErrorCode}). Look at the key and its rights.",
            TargetFault.Lasting, problem),
        HttpStatusCode.NotFound => new(
            $"There is no bucket {place.Bucket} at {place.Endpoint}. Make it, or correct its name.", TargetFault.Lasting, problem),
        HttpStatusCode.InsufficientStorage => new(
            $"{place.Endpoint} has no room left ({problem.ErrorCode}). Make room, then publish again.", TargetFault.Lasting, problem),
        >= HttpStatusCode.InternalServerError or HttpStatusCode.TooManyRequests => new(
            $"{place.Endpoint} could not do it ({(int)problem.StatusCode}, {problem.ErrorCode}).", TargetFault.Passing, problem),
        _ => new(
            $"{place.Endpoint} refused it ({(int)problem.StatusCode}, {problem.ErrorCode}): {problem.Message}", TargetFault.Lasting,
            problem),
    };
}
