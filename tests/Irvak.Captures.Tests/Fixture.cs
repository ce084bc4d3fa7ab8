namespace Irvak.Captures.Tests;

/// <summary>Captures as the real tool printed them from tables made for the purpose; names and serials are the demo's.</summary>
public static class Fixture
{
    public static byte[] Bytes(string name) => File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "Fixtures", name + ".txt"));

    public static string Text(string name) => File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Fixtures", name + ".txt"));

    public static CaptureReading Read(string name) => CaptureReader.Read(Bytes(name));

    public static IEnumerable<string> Names =>
        Directory.GetFiles(Path.Combine(AppContext.BaseDirectory, "Fixtures")).Select(f => Path.GetFileNameWithoutExtension(f)).Order();
}
