using Irvak.Structure;
using Irvak.Tests;

namespace Irvak.Core.Tests;

/// <summary>The floors of the core: a folder uses folders that stand before it, told by what the compiler understands of every
/// file.</summary>
public class FloorsTests
{
    private static readonly Lazy<FolderGraph> Graph = new(() => FolderGraph.Of(Sources.Core));

    [Fact]
    public void Every_folder_has_its_floor() => Assert.Equal(Graph.Value.Folders, Floors.Order.Keys.Order(StringComparer.Ordinal));

    [Fact]
    public void Arrows_lead_down_only() =>
        Assert.Empty(Graph.Value.Upwards(Floors.Order).Select(r => $"{r.File}:{r.Line} uses {r.What} of {r.To}").Distinct());

    [Fact]
    public void The_picture_of_the_floors_is_drawn_from_the_files() =>
        Assert.True(
            File.ReadAllText(Repository.At("docs", "floors.svg")) == FloorsPicture.Draw(Graph.Value),
            "docs/floors.svg is stale: dotnet run --project structure/Irvak.Structure -- floors docs/floors.svg"
        );
}
