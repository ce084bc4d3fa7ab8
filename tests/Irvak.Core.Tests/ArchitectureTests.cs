using System.Reflection;
using System.Xml.Linq;
using Irvak.Structure;
using Irvak.Tests;

namespace Irvak.Core.Tests;

/// <summary>The rooms and the arrows between them.</summary>
public class ArchitectureTests
{
    private static readonly Dictionary<string, string[]> Arrows = new()
    {
        ["Irvak.Core"] = [],
        ["Irvak.Captures"] = ["Irvak.Core"],
        ["Irvak.Solvers"] = ["Irvak.Core"],
        ["Irvak.Store"] = ["Irvak.Core"],
        ["Irvak.Web"] = ["Irvak.Captures", "Irvak.Core", "Irvak.Solvers", "Irvak.Store"],
    };

    public static TheoryData<string> Rooms => [.. Arrows.Keys];

    [Theory]
    [MemberData(nameof(Rooms))]
    public void A_room_uses_only_the_rooms_its_arrows_reach(string room)
    {
        var used = Assembly
            .Load(room)
            .GetReferencedAssemblies()
            .Select(a => a.Name!)
            .Where(n => n.StartsWith("Irvak.", StringComparison.Ordinal));
        Assert.Subset(Arrows[room].ToHashSet(), used.ToHashSet());
    }

    [Fact]
    public void No_room_stands_outside_the_plan() =>
        Assert.Equal(Arrows.Keys.Order(), Directory.GetDirectories(Repository.At("src")).Select(d => Path.GetFileName(d)).Order());

    [Fact]
    public void The_core_knows_no_interface_no_store_and_no_package_but_the_numerics()
    {
        var packages = XDocument
            .Load(Repository.At("src", "Irvak.Core", "Irvak.Core.csproj"))
            .Descendants("PackageReference")
            .Select(p => p.Attribute("Include")!.Value);
        Assert.Equal(["MathNet.Numerics"], packages);
        var names = Assembly.Load("Irvak.Core").GetReferencedAssemblies().Select(a => a.Name!);
        Assert.DoesNotContain(names, n =>
            n.Contains("AspNetCore", StringComparison.Ordinal)
            || n.StartsWith("System.Data", StringComparison.Ordinal)
            || n.StartsWith("System.Net.Http", StringComparison.Ordinal)
        );
    }

    [Theory]
    [InlineData("DateTime.Now")]
    [InlineData("DateTime.UtcNow")]
    [InlineData("DateTimeOffset.Now")]
    [InlineData("DateTimeOffset.UtcNow")]
    [InlineData("new Random(")]
    [InlineData("Guid.NewGuid")]
    [InlineData("File.")]
    [InlineData("Console.")]
    public void Core_captures_and_solvers_have_no_clock_no_chance_and_no_files(string forbidden)
    {
        var found = new[] { "Irvak.Core", "Irvak.Captures", "Irvak.Solvers" }
            .SelectMany(r => SourceFiles.Below(Repository.At("src", r)))
            .Where(f => File.ReadAllText(f).Contains(forbidden, StringComparison.Ordinal));
        Assert.Empty(found);
    }

    [Fact]
    public void A_file_is_named_after_what_it_holds()
    {
        var forbidden = new[] { "Manager", "Helper", "Util", "Service", "Base" };
        var files = SourceFiles.Below(Repository.At("src")).Select(Path.GetFileNameWithoutExtension);
        Assert.DoesNotContain(files, f => forbidden.Any(w => f!.EndsWith(w, StringComparison.Ordinal)));
    }
}
