package raconteur.core.bench.instrument;

/** All the instruments of one bench. */
public interface Instruments
    extends Instrument.Meter,
        Instrument.LogicProbe,
        Instrument.Oscilloscope,
        Instrument.ChipTester,
        Instrument.RamTester,
        Instrument.RomReader,
        Instrument.DeadTestCartridge,
        Instrument.FullDiagnostic,
        Instrument.Clamp,
        Instrument.Thermometer,
        Instrument.BusRecorder,
        Instrument.ScreenCamera {}
