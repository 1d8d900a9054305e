namespace Spolium.Core.Quantities;

/// <summary>
/// A figure ready to be shown or kept: number, range and text from one working, with the lines that a person can follow.
/// </summary>
/// <param name="Value">The likely value as text, rounded by its uncertainty.</param>
/// <param name="Range">"low to high" (5–95 %), empty when nothing is unsure.</param>
/// <param name="Likely">The likely value in the core's unit (g, mL, mol, h, kJ).</param>
/// <param name="Guess">True when a guess of Spolium's is among what it rests on.</param>
public sealed record Figure(
    string Label,
    string Value,
    string Range,
    string Unit,
    double Likely,
    double Low,
    double High,
    bool Guess,
    IReadOnlyList<WorkingLine> Working
)
{
    /// <param name="kept">Figures whose own working stands elsewhere.</param>
    public static Figure Of(Working working, WorkingsKept? kept)
    {
        var shown = FigureText.Show(working);
        return new(
            working.Label ?? "",
            shown.Value,
            shown.Range,
            shown.Unit,
            working.Likely,
            working.Range.Low,
            working.Range.High,
            working.RestsOnGuess,
            WorkingText.Lines(working, kept)
        );
    }

    public static Figure Of(Working working) => Of(working, null);
}
