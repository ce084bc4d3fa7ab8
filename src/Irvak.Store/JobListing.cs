using Irvak.Core;
using Irvak.Core.Verdicts;

namespace Irvak.Store;

/// <summary>What lists show of a job; written with each edit.</summary>
/// <param name="Line">One line of what is in its way.</param>
/// <param name="Done">How far its stage is, of <paramref name="Of"/>; 0 of 0 where that says nothing.</param>
/// <param name="Plate">The machine in its ink, as a JSON document; null without a machine.</param>
/// <param name="PlateSheet">Mark of the machine sheet that it is drawn on: of the same content the same.</param>
public sealed record JobListing(Stage Stage, Severity? Severity, string Line, int Done, int Of, string? Plate, string? PlateSheet = null)
{
    /// <summary>The words that it is found by (<see cref="JobWords"/>); only written.</summary>
    public string Words { get; init; } = "";

    /// <summary>Serial number of the machine; null where nobody told it.</summary>
    public string? Serial { get; init; }

    /// <summary>Its name in the network; null where nobody told it.</summary>
    public string? HostName { get; init; }

    /// <summary>Maker and name of the machine's sheet; null where it has none.</summary>
    public string? Machine { get; init; }

    /// <summary>Day for which it was promised; null where nobody did, and once it is handed over. Only read: it is written as the job has
    /// it.</summary>
    public DateOnly? PromisedFor { get; init; }

    /// <summary>How many of each part of the shelf the plan still takes from it, by the part's id.</summary>
    public IReadOnlyDictionary<string, int> Wants { get; init; } = new Dictionary<string, int>();
}

/// <summary>A job as a list shows it.</summary>
/// <param name="Listing">Null when it was not worked out yet.</param>
public sealed record ListedJob(long Id, string Number, string Title, string Owner, string BegunBy, JobListing? Listing)
{
    public required DateTimeOffset BegunAt { get; init; }
}

/// <summary>Works a job out, as its screens show it, for its listing.</summary>
/// <exception cref="Exception">It can't be worked out; then nothing of it is stored.</exception>
public delegate JobListing Judge(Job job);

/// <summary>A key of the sender's with what was sent under it.</summary>
/// <param name="Digest">Of the content; the same key with another one is a mistake.</param>
public sealed record WriteKey(Guid Key, string Digest)
{
    public static WriteKey Of(Guid key, params ReadOnlySpan<object?> content)
    {
        using var hash = System.Security.Cryptography.IncrementalHash.CreateHash(System.Security.Cryptography.HashAlgorithmName.SHA256);
        foreach (var part in content)
        {
            hash.AppendData(part as byte[] ?? System.Text.Encoding.UTF8.GetBytes(Database.ToJson(part)));
            hash.AppendData([0]);
        }
        return new(key, Convert.ToHexString(hash.GetHashAndReset()));
    }

    /// <summary>A key that nobody sends again.</summary>
    public static WriteKey Fresh() => new(Guid.NewGuid(), "");
}
