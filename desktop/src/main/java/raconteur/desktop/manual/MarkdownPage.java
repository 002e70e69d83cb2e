package raconteur.desktop.manual;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.Hyperlink;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.BulletList;
import org.commonmark.node.Code;
import org.commonmark.node.Document;
import org.commonmark.node.FencedCodeBlock;
import org.commonmark.node.Heading;
import org.commonmark.node.Link;
import org.commonmark.node.ListItem;
import org.commonmark.node.OrderedList;
import org.commonmark.node.Paragraph;
import org.commonmark.node.SoftLineBreak;
import org.commonmark.node.StrongEmphasis;
import org.commonmark.parser.Parser;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** Draws a page written in Markdown (CommonMark 0.31), as far as the manual uses it. */
final class MarkdownPage {
  private static final double PICTURE_WIDTH = 720;

  private final Consumer<String> onLink;
  private final VBox page = new VBox(10);

  private MarkdownPage(Consumer<String> onLink) {
    this.onLink = onLink;
  }

  /**
   * @param onLink takes what a link leads to
   */
  static Node of(String markdown, Consumer<String> onLink) {
    var drawn = new MarkdownPage(onLink);
    Parser.builder().build().parse(markdown).accept(drawn.new Blocks(drawn.page));
    drawn.page.setPadding(new Insets(4, 18, 24, 18));
    return drawn.page;
  }

  /** Blocks one under another. */
  private final class Blocks extends AbstractVisitor {
    private final VBox into;

    Blocks(VBox into) {
      this.into = into;
    }

    @Override
    public void visit(Document document) {
      visitChildren(document);
    }

    @Override
    public void visit(Heading heading) {
      var words = new Inline();
      words.read(heading);
      into.getChildren()
          .add(Texts.label(words.plain(), heading.getLevel() == 1 ? Style.TITLE : Style.HEADING));
    }

    @Override
    public void visit(Paragraph paragraph) {
      if (paragraph.getFirstChild() instanceof org.commonmark.node.Image image) {
        picture(image);
      } else {
        var words = new Inline();
        words.read(paragraph);
        into.getChildren().add(new TextFlow(words.parts.toArray(Node[]::new)));
      }
    }

    private void picture(org.commonmark.node.Image image) {
      Manual.picture(image.getDestination())
          .ifPresent(
              in -> {
                ImageView view = new ImageView(new Image(in));
                view.setPreserveRatio(true);
                view.setFitWidth(PICTURE_WIDTH);
                var words = new Inline();
                words.read(image);
                view.setAccessibleText(words.plain());
                into.getChildren().add(view);
              });
    }

    @Override
    public void visit(FencedCodeBlock code) {
      into.getChildren()
          .add(Texts.line(code.getLiteral().stripTrailing(), Style.DEVICE_TEXT, Style.SHEET));
    }

    @Override
    public void visit(BulletList list) {
      visitChildren(list);
    }

    @Override
    public void visit(OrderedList list) {
      visitChildren(list);
    }

    @Override
    public void visit(ListItem item) {
      VBox words = new VBox(4);
      HBox.setHgrow(words, Priority.ALWAYS);
      new Blocks(words).visitChildren(item);
      into.getChildren().add(new HBox(8, Texts.line("•"), words));
    }
  }

  /** Words within a block. */
  private final class Inline extends AbstractVisitor {
    private final List<Node> parts = new java.util.ArrayList<>();
    private final StringBuilder plain = new StringBuilder();
    private Optional<Style> style = Optional.empty();

    void read(org.commonmark.node.Node block) {
      visitChildren(block);
    }

    String plain() {
      return plain.toString();
    }

    private void add(String words) {
      plain.append(words);
      Text text = new Text(words);
      Style.PROSE.on(text);
      style.ifPresent(s -> s.on(text));
      parts.add(text);
    }

    @Override
    public void visit(org.commonmark.node.Text text) {
      add(text.getLiteral());
    }

    @Override
    public void visit(SoftLineBreak end) {
      add(" ");
    }

    @Override
    public void visit(Code code) {
      add(code.getLiteral());
    }

    @Override
    public void visit(StrongEmphasis strong) {
      style = Optional.of(Style.STRONG);
      visitChildren(strong);
      style = Optional.empty();
    }

    @Override
    public void visit(Link link) {
      var words = new Inline();
      words.read(link);
      plain.append(words.plain());
      if (link.getDestination().matches("[0-9a-z-]+\\.md")) {
        Hyperlink led = new Hyperlink(words.plain());
        led.setOnAction(e -> onLink.accept(link.getDestination()));
        parts.add(led);
      } else {
        add(words.plain());
      }
    }
  }
}
