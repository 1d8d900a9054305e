namespace Spolium.Server.Shared;

/// <summary>A figure on a page. Its working is asked for by its key.</summary>
/// <param name="Value">The likely value, rounded by its uncertainty.</param>
/// <param name="Range">"low to high" (5–95 %), or empty.</param>
/// <param name="Likely">The likely value in g, mL, mol, h or kJ; for drawing, never for reckoning.</param>
/// <param name="Guess">A guess of Spolium's is among what it rests on.</param>
public sealed record FigureView(
    string Key,
    string Label,
    string Value,
    string Range,
    string Unit,
    double Likely,
    double Low,
    double High,
    bool Guess
);

/// <summary>The workings behind the figures of one page, by key.</summary>
public sealed class ShownFigures
{
    private readonly Dictionary<string, Working> workings = [];
    private readonly Dictionary<string, Figure> kept = [];

    public FigureView Add(string key, Working working, string? label = null)
    {
        workings[key] = working;
        var shown = FigureText.Show(working);
        return new(
            key,
            label ?? working.Label ?? "",
            shown.Value,
            shown.Range,
            shown.Unit,
            working.Likely,
            working.Range.Low,
            working.Range.High,
            working.RestsOnGuess
        );
    }

    /// <summary>A figure that was reckoned before, and stands written with its lines.</summary>
    public FigureView Add(string key, Figure figure)
    {
        kept[key] = figure;
        return new(key, figure.Label, figure.Value, figure.Range, figure.Unit, figure.Likely, figure.Low, figure.High, figure.Guess);
    }

    public FigureView? AddOrNone(string key, Working? working) => working is null ? null : Add(key, working);

    /// <summary>The figure with its lines, or null when the page has no such figure.</summary>
    public Figure? Working(string key) => workings.TryGetValue(key, out var w) ? Figure.Of(w) : kept.GetValueOrDefault(key);
}
