using Irvak.Core.Observations;

namespace Irvak.Captures.Documents;

/// <summary>What one JSON document told.</summary>
/// <param name="Kind">What it is called on screen; null when it is nothing that is read here.</param>
internal sealed record JsonReading(string? Kind, Observation Seen, IReadOnlyList<string> Remarks)
{
    public static JsonReading Of(string kind, Observation seen, params string[] remarks) => new(kind, seen, remarks);
}

/// <summary>Tells JSON documents apart by what they hold, never by a name.</summary>
internal static class JsonCapture
{
    // The first that knows the document reads it.
    private static readonly Func<JsonValue, JsonReading?>[] Readers =
    [
        BlockDevices.Read,
        SmartReport.Read,
        NvmeList.Read,
        IoTester.Read,
        Redfish.Read,
        CimListing.Read,
    ];

    public static JsonReading Read(JsonValue document)
    {
        foreach (var reader in Readers)
            if (reader(document) is { } reading)
                return reading;
        return new JsonReading(null, new Observation(), []);
    }
}
