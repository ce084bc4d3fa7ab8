using System.Globalization;
using System.Security;
using System.Text;

namespace Irvak.Structure;

/// <summary>The floors as a picture, drawn from what the files really use.</summary>
public static class FloorsPicture
{
    private const int Wide = 1180,
        Left = 20,
        Room = 186,
        High = 58,
        Gap = 8,
        Between = 46,
        Head = 26;

    public static string Draw(FolderGraph graph)
    {
        var (boxes, lines) = (new StringBuilder(), new StringBuilder());
        var at = new Dictionary<string, (double X, double Y)>();
        var y = Head;
        foreach (var floor in Floors.All.Reverse())
        {
            boxes.Append(CultureInfo.InvariantCulture, $"<text class=\"floor\" x=\"{Left}\" y=\"{y - 8}\">{Text(floor.Name)}</text>\n");
            for (var i = 0; i < floor.Rooms.Count; i++)
            {
                var (x, top) = (Left + (i % 6 * (Room + Gap)), y + (i / 6 * (High + Gap)));
                at[floor.Rooms[i].Folder] = (x + (Room / 2.0), top + (High / 2.0));
                boxes.Append(Box(floor.Rooms[i], graph, x, top));
            }
            y += ((floor.Rooms.Count + 5) / 6 * (High + Gap)) + Between;
        }
        foreach (
            var edge in graph
                .References.GroupBy(r => (r.From, r.To))
                .OrderBy(g => g.Key.From, StringComparer.Ordinal)
                .ThenBy(g => g.Key.To, StringComparer.Ordinal)
        )
        {
            var ((x1, y1), (x2, y2)) = (at[edge.Key.From], at[edge.Key.To]);
            lines.Append(CultureInfo.InvariantCulture, $"<path d=\"M{x1} {y1} Q{(x1 + x2) / 2} {((y1 + y2) / 2) + 24} {x2} {y2}\"/>\n");
        }
        return $$"""
            <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {{Wide}} {{y
                - Between
                + 10}}" font-family="sans-serif" role="img" aria-label="Floors of the core">
            <style>
            svg { background: #fff } path { fill: none; stroke: #33658a; stroke-width: .8; opacity: .16 }
            rect { fill: #f4f7f9; stroke: #33658a; fill-opacity: .92 } .floor { font-size: 13px; font-weight: 600; fill: #22333b }
            .name { font-size: 14px; font-weight: 600; fill: #22333b } .holds { font-size: 10.5px; fill: #44565f } .uses { font-size: 10px; fill: #33658a }
            </style>
            {{lines}}{{boxes}}</svg>

            """;
    }

    private static string Box(Room room, FolderGraph graph, int x, int y)
    {
        var uses = graph.References.Where(r => r.From == room.Folder).Select(r => r.To).Distinct().Count();
        var used = graph.References.Where(r => r.To == room.Folder).Select(r => r.From).Distinct().Count();
        return string.Create(
            CultureInfo.InvariantCulture,
            $"""
            <rect x="{x}" y="{y}" width="{Room}" height="{High}" rx="4"/>
            <text class="name" x="{x + 8}" y="{y + 18}">{Text(room.Folder.Length == 0 ? "(top files)" : room.Folder)}</text>
            <text class="holds" x="{x + 8}" y="{y + 34}">{Text(room.Holds)}</text>
            <text class="uses" x="{x + 8}" y="{y + 49}">uses {uses} · used by {used}</text>

            """
        );
    }

    private static string Text(string text) => SecurityElement.Escape(text);
}
