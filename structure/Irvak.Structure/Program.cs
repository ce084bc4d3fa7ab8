using Irvak.Structure;

// floors FILE   draws the floors of the core
if (args is not ["floors", var file])
{
    Console.Error.WriteLine("floors FILE   draws the floors of the core into FILE; run from the repository's root");
    return 2;
}
File.WriteAllText(file, FloorsPicture.Draw(FolderGraph.Of(CoreSources.Read(Directory.GetCurrentDirectory()))));
return 0;
