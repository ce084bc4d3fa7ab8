using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Controllers;

/// <summary>What somebody who buys a controller compares, in a few words each; what its sheet does not tell is said so.</summary>
public static class ControllerFacts
{
    // SATA 3; SPL-4. What both know counts for each.
    private static readonly double[] Sata = [1.5, 3, 6],
        Sas = [3, 6, 12, 22.5];

    public static IReadOnlyList<string> Of(BayController c)
    {
        List<string> facts = [Rates(c.Sheet), Ports(c.Sheet)];
        if (c.Card is { } card)
            facts.Add(
                card.Bus is null or CardBus.Pcie
                    ? $"{(card.Elec is { } wide ? $"×{wide}" : "width not known")} {(card.Gen is { } gen ? $"gen {gen}" : "gen not known")}"
                : card.Bus == CardBus.Pci ? "conventional PCI"
                : "mezzanine"
            );
        if (c.Card?.Height is { } height)
            facts.Add($"{height} height");
        facts.Add(
            c.Sheet.Boots switch
            {
                true => "starts a system",
                false => "starts no system",
                null => "whether it starts a system is not known",
            }
        );
        if (c.Sheet.MostMembers is { } most)
            facts.Add($"at most {most} members");
        return facts;
    }

    private static string Rates(ControllerSheet sheet)
    {
        if (sheet.IsUnknown || sheet.Protocols.Count == 0)
            return "what it speaks is not known";
        var words = new List<string>();
        if (ControllerFit.Speaks(sheet, DriveProtocol.Sata))
            words.Add("SATA" + Most(sheet, Sata));
        if (sheet.Protocols.Contains(DriveProtocol.Sas))
            words.Add("SAS" + Most(sheet, Sas));
        if (sheet.Protocols.Contains(DriveProtocol.Nvme))
            words.Add("NVMe");
        return string.Join(", ", words);
    }

    private static string Most(ControllerSheet sheet, double[] rates) =>
        sheet.LinkGbs.Count == 0 ? ", rate not known"
        : rates.Where(r => sheet.LinkGbs.Contains(r)).DefaultIfEmpty(0).Max() is > 0 and var gbs ? $" {gbs:0.#}"
        : ", no rate";

    private static string Ports(ControllerSheet sheet)
    {
        var inner = sheet.InnerPorts is { } n ? Say.Count(n, "port inside", "ports inside") : "ports not known";
        var outer = sheet.OuterPorts is > 0 and var o ? $", {o} outside" : "";
        return inner + outer + (sheet.Connector is { } plug ? $", {plug}" : "");
    }
}
