namespace Irvak.Tests;

/// <summary>Paths in the checkout.</summary>
public static class Repository
{
    public static string Root { get; } = Find(AppContext.BaseDirectory);

    public static string At(params string[] parts) => Path.Combine([Root, .. parts]);

    private static string Find(string from)
    {
        for (var at = new DirectoryInfo(from); at is not null; at = at.Parent)
            if (File.Exists(Path.Combine(at.FullName, "irvak.slnx")))
                return at.FullName;
        throw new DirectoryNotFoundException("No irvak.slnx above " + from);
    }
}
