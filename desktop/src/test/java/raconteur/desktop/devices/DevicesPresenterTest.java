package raconteur.desktop.devices;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.desktop.Demo;
import raconteur.desktop.devices.DevicesPresenter.Typed;
import raconteur.desktop.workshop.Workshop;

class DevicesPresenterTest {
  @TempDir private Path folder;
  private Workshop workshop;
  private DevicesPresenter presenter;

  @BeforeEach
  void open() {
    workshop = Demo.in(folder);
    presenter = new DevicesPresenter(workshop);
  }

  @AfterEach
  void close() {
    workshop.casebook().close();
  }

  private static Typed custom(String name, String pins, String function) {
    return new Typed(name, "select logic", "small logic", "DIP4", pins, function, "", "3,5", "");
  }

  private static final String PINS = "1 A input\n2 B input\n3 Y output\n4 VCC supply";

  @Test
  void everyShippedDeviceComesBackFromItsTextUnchanged() {
    for (Device device : DeviceLibrary.shipped().all()) {
      Loaded<Device> back = presenter.check(presenter.typed(device));
      assertThat(back).as(device.name()).isInstanceOf(Loaded.Ok.class);
      Device read = ((Loaded.Ok<Device>) back).value();
      assertThat(read.pins()).isEqualTo(device.pins());
      assertThat(read.behaviour()).isEqualTo(device.behaviour());
    }
  }

  @Test
  void ownDevicesAreKeptInTheCasebookAndUsableOnBoards() {
    assertThat(presenter.keep(custom("QX-1", PINS, "1: Y = A & B"))).isEmpty();
    assertThat(presenter.find("qx-1")).extracting(Device::name).containsExactly("QX-1");
    assertThat(workshop.boards().library().find("QX-1")).isPresent();
    assertThat(workshop.casebook().devices()).hasSize(1);
    assertThat(presenter.keep(custom("QX-1", PINS, "1: Y = A | B"))).isEmpty();
    assertThat(workshop.casebook().devices().getFirst().facts().function())
        .containsExactly("1: Y = A | B");
    assertThat(presenter.forget("QX-1")).isEmpty();
    assertThat(workshop.boards().library().find("QX-1")).isEmpty();
  }

  @Test
  void aShippedDeviceIsNeverOverwritten() {
    assertThat(presenter.keep(custom("74LS257", PINS, "")).orElse(""))
        .contains("give yours another name");
    assertThat(presenter.keep(custom("74HC257", PINS, "")).orElse(""))
        .contains("give yours another name");
    assertThat(workshop.casebook().devices()).isEmpty();
  }

  @Test
  void whatIsWrongIsSaidByTheLineOfItsField() {
    Loaded<Device> checked =
        presenter.check(custom("QX-1", PINS + "\n4 Z inptu", "1: Y = A & B\nY2 = A\nY = C"));
    List<Issue> issues = ((Loaded.Refused<Device>) checked).issues();
    assertThat(issues)
        .anyMatch(i -> i.file().equals("pins") && i.line() == 5 && i.reason().contains("inptu"))
        .anyMatch(i -> i.file().equals("function") && i.line() == 2 && i.reason().contains("Y2"));
    assertThat(presenter.keep(custom("QX-1", "", "")).orElse("")).contains("at least one pin");
    assertThat(presenter.keep(custom("", PINS, "")).orElse("")).contains("needs a name");
  }
}
