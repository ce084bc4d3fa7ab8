namespace Irvak.Core.Sheets;

/// <param name="Path">JSON pointer of the value that is wrong.</param>
/// <param name="Text">One clear sentence.</param>
public sealed record SheetProblem(string Path, string Text);

/// <summary>What is wrong with a machine sheet, each with its path; empty when it can be used.</summary>
public static class SheetCheck
{
    /// <summary>More slots than any board has; keeps evaluation bounded.</summary>
    public const int MostSlots = 256;

    public static IReadOnlyList<SheetProblem> Check(MachineSheet sheet)
    {
        var problems = new List<SheetProblem>();
        if (sheet.Format != MachineSheet.CurrentFormat)
            problems.Add(new("/format", $"This sheet says \"{sheet.Format}\"; only {MachineSheet.CurrentFormat} is read here."));
        if (string.IsNullOrWhiteSpace(sheet.Name)) problems.Add(new("/name", "A machine needs a name."));
        if (sheet.Sockets.Count == 0) problems.Add(new("/sockets", "A board has at least one processor socket."));
        if (sheet.Channels.Count == 0) problems.Add(new("/channels", "A board has at least one memory channel."));
        CheckChannels(sheet, problems);
        CheckFillOrder(sheet, problems);
        return problems;
    }

    private static void CheckChannels(MachineSheet sheet, List<SheetProblem> problems)
    {
        var sockets = sheet.Sockets.Select(s => s.Id).ToHashSet();
        var names = new HashSet<string>(sockets);
        for (var c = 0; c < sheet.Channels.Count; c++)
        {
            var channel = sheet.Channels[c];
            if (!sockets.Contains(channel.Socket))
                problems.Add(new($"/channels/{c}/socket", $"Channel {channel.Id} belongs to \"{channel.Socket}\", which is no socket of this sheet."));
            if (channel.Slots.Count == 0) problems.Add(new($"/channels/{c}/slots", $"Channel {channel.Id} has no slot."));
            for (var s = 0; s < channel.Slots.Count; s++)
                if (!names.Add(channel.Slots[s]))
                    problems.Add(new($"/channels/{c}/slots/{s}", $"The name {channel.Slots[s]} stands twice in this sheet."));
        }
        if (sheet.Channels.Sum(c => c.Slots.Count) > MostSlots) problems.Add(new("/channels", $"More than {MostSlots} slots."));
    }

    private static void CheckFillOrder(MachineSheet sheet, List<SheetProblem> problems)
    {
        if (sheet.Memory.FillOrder is not { } order) return;
        var slots = sheet.Channels.SelectMany(c => c.Slots).ToHashSet();
        for (var i = 0; i < order.Count; i++)
            if (!slots.Contains(order[i]))
                problems.Add(new($"/memory/fillOrder/{i}", $"{order[i]} is no slot of this sheet."));
    }
}
