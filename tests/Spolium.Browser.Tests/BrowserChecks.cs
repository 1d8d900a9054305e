using System.Text.Json;
using OpenQA.Selenium;
using Spolium.Tests;

namespace Spolium.Browser.Tests;

/// <summary>What is asked of every page: no fault of access, no error on the console.</summary>
public sealed partial class Browser
{
    /// <summary>Serious and critical findings of axe, as text.</summary>
    public IReadOnlyList<string> Axe()
    {
        var script = System.IO.File.ReadAllText(Path.Combine(Repository.Root, "web/node_modules/axe-core/axe.min.js"));
        Driver.ExecuteScript(script);
        var json = (string)
            Driver.ExecuteAsyncScript(
                "const done = arguments[arguments.length - 1]; axe.run(document, { resultTypes: ['violations'] }).then(r => "
                    + "done(JSON.stringify(r.violations.map(v => ({ impact: v.impact, id: v.id, help: v.help, where: v.nodes.slice(0, "
                    + "3).map(n => n.target.join(' ') + ' ' + (n.any[0]?.message ?? '')) })))))"
            )!;
        return
        [
            .. JsonDocument
                .Parse(json)
                .RootElement.EnumerateArray()
                .Where(v => v.GetProperty("impact").GetString() is "serious" or "critical")
                .Select(v => v.ToString()),
        ];
    }

    /// <summary>Warnings and errors that the page wrote to its console, other than answers that the server refused on purpose.</summary>
    public IReadOnlyList<string> Console() =>
        [
            .. Driver
                .Manage()
                .Logs.GetLog(LogType.Browser)
                .Where(l => l.Level >= LogLevel.Warning && !l.Message.Contains("status of 422") && !l.Message.Contains("status of 409"))
                .Select(l => l.Message),
        ];

    private static string Quote(string text) => text.Contains('\'') ? $"\"{text}\"" : $"'{text}'";

    /// <summary>How many entries the batch on the page has.</summary>
    public int Written() => int.Parse(See("What was written (").Text.Split('(', ')')[1]);
}
