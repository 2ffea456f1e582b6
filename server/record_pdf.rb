# frozen_string_literal: true

require "prawn"
require_relative "pdf_fonts"

module Server
  # The record of a job on paper: a page for the customer, then what the next electrician needs. Drawings are lines,
  # from the same data as on the screen, and read as well in black and white.
  class RecordPdf
    WIDTH = 260
    STATES = { "met" => "Met", "not_met" => "Not met", "not_known" => "Look at" }.freeze
    SIGNED = "Signature"
    # Width and height of the field that a signature is drawn in
    SIGNED_ON = [300.0, 100.0].freeze
    # Letters for the colors of conductors
    LETTERS = { "black" => "Bk", "white" => "W", "red" => "R", "bare" => "Cu", "green" => "G", "blue" => "Bl" }.freeze

    # @param record [Hash] of Dielectra::Presentation::Record
    # @param about [Hash] of the call
    # @param person [String, nil] who did it
    # @param letterhead [Hash] `name`, `license` and `phone` of who works here; what is empty is left out
    # @param clock [Hash, nil] see Stint.of
    # @param signature [Hash, nil] `name`, `strokes` in a field of SIGNED_ON, and the day they were drawn `on`
    def initialize(record, about, person, letterhead = {}, clock: nil, signature: nil)
      @record = record
      @about = about
      @person = person
      @letterhead = letterhead
      @clock = clock
      @signature = signature
    end

    # @return [String] the file
    def render
      @pdf = PdfFonts.use(Prawn::Document.new(page_size: "A4", margin: 42, info: { Title: @about["title"] }))
      customer
      electrician
      @pdf.number_pages("<page> / <total>   #{@record["code"]}", at: [0, -14], size: 8)
      @pdf.render
    end

    private

    def heading(text, size = 13)
      @pdf.move_down(8)
      @pdf.text(text, size:, style: :bold)
      @pdf.move_down(2)
    end

    def lines(rows) = rows.each { |row| @pdf.text("– #{row}", size: 10, leading: 2) }

    def section(title, rows)
      return if rows.empty?

      heading(title)
      lines(rows)
    end

    # Who works here, at the head of the page; nothing where nobody has said
    def letterhead
      name, license, phone = @letterhead.values_at("name", "license", "phone").map(&:to_s)
      return if [name, license, phone].all?(&:empty?)

      @pdf.text(name, size: 12, style: :bold) unless name.empty?
      rest = [("License #{license}" unless license.empty?), (phone unless phone.empty?)].compact
      @pdf.text(rest.join("   "), size: 9) if rest.any?
      @pdf.move_down(4)
      @pdf.stroke_horizontal_rule
      @pdf.move_down(6)
    end

    def customer
      letterhead
      said = @record["customer"]
      heading(@about["title"], 18)
      house = @about["house"]
      @pdf.text([house["name"], house["street"], house["town"]].reject { |part| part.to_s.empty? }.join(", "), size: 10)
      @pdf.text("#{@about["day"]}   #{@person}   #{@record["code"]}", size: 10)
      section("What you told us", [@about["complaint"]].reject { |words| words.to_s.strip.empty? })
      section("What it was", said["was"])
      section("What was done", said["done"])
      section("What was left, and why", said["left"])
      section("What to watch for", said["watch"])
      section("Time and material", [*times, *said["materials"]])
      signature
    end

    # The hours by the clock where it ran, and else the usual minutes of the steps
    def times
      stints = @clock&.dig(:stints).to_a.select { |one| one[:ended] }
      return ["about #{@record["customer"]["minutes"]} minutes by the usual times"] if stints.empty?

      stints.map { |one| hours(*one.values_at(:began, :ended)) } << "#{@clock[:minutes]} minutes in all by the clock"
    end

    def hours(began, ended)
      from, to = [began, ended].map { |text| Time.iso8601(text).localtime }
      "#{from.strftime("%Y-%m-%d, %H:%M")} to #{to.strftime("%H:%M")}"
    end

    def signature
      height = SIGNED_ON.last * WIDTH / SIGNED_ON.first
      @pdf.start_new_page if @pdf.cursor < height + 20
      @pdf.move_down(height)
      foot = @pdf.cursor
      @signature&.fetch("strokes")&.each { |stroke| drawn(stroke, foot + height) }
      @pdf.stroke_horizontal_line(0, WIDTH)
      @pdf.text([SIGNED, @signature&.fetch("name"), @signature&.fetch("on")].compact.join("   "), size: 8)
    end

    def drawn(stroke, top)
      by = WIDTH / SIGNED_ON.first
      points = stroke.map { |x, y| [x * by, top - (y * by)] }
      @pdf.line_width(1)
      @pdf.stroke { points.each_cons(2) { |from, to| @pdf.line(from, to) } }
    end

    def electrician
      said = @record["electrician"]
      @pdf.start_new_page
      heading("For the next electrician", 16)
      section("From the panel", said["line"])
      section("Findings", said["findings"])
      section("Not opened", said["closed"])
      said["boxes"].each { |box| box(box) }
      section("Readings, in order", said["readings"].map { |row| "#{row["number"]}. #{row["what"]}: #{row["answer"]}" })
      section(
        "Rules. Check what your authority has adopted.",
        said["rules"].map do |row|
          edition = row["checked"] ? row["edition"] : "#{row["edition"]}, not compared with that edition"
          "#{STATES.fetch(row["state"])}: #{row["sentence"]} #{row["because"]} #{row["article"]}, #{edition}"
        end
      )
    end

    def box(box)
      @pdf.start_new_page if @pdf.cursor < 330
      heading("#{box["name"].capitalize} box (#{box["code"]})")
      top = @pdf.cursor
      [["As found", box["before"], 0], ["As left", box["after"], WIDTH]].each do |title, drawn, left|
        @pdf.draw_text(title, at: [left, top - 10], size: 9, style: :bold)
        draw(drawn, left, top - 16)
      end
      @pdf.move_cursor_to(top - 16 - height(box))
      lines(box["conductors"].map { |row| "#{row["name"]}: #{row["role"]} (#{row["proof"]})" })
    end

    def height(box) =
      [box["before"], box["after"]].map { |drawn| drawn["drawing"]["height"] * scale(drawn["drawing"]) }.max + 8

    def scale(drawing) = [(WIDTH - 14.0) / drawing["width"], 240.0 / drawing["height"]].min

    # A box in lines: wires by their paths, with the letter of their color at the top
    def draw(box, left, top)
      drawing = box["drawing"]
      by = scale(drawing)
      at = ->(x, y) { [left + (x * by), top - (y * by)] }
      rectangle(drawing["frame"], at, by)
      (drawing["sheaths"] + drawing["devices"] + drawing["caps"]).each { |shape| rectangle(shape, at, by) }
      colors = box["cables"].flat_map { |cable| cable["wires"] }.to_h { |wire| [wire["point"], wire["color"]] }
      drawing["wires"].each { |wire| strand(wire, colors[wire["point"]], at) }
      drawing["screws"].each { |screw| mark(at.call(screw["x"], screw["y"]), screw["label"], by) }
      drawing["ends"].each { |wire| letter(at.call(wire["x"], wire["y"]), colors[wire["point"]], by) }
      drawing["tags"].each { |tag| label(tag, at, by) }
      drawing["devices"].each { |body| named(body, at, by) }
    end

    def rectangle(shape, at, by)
      @pdf.line_width(0.6)
      @pdf.stroke_rectangle(at.call(shape["x"], shape["y"]), shape["width"] * by, shape["height"] * by)
    end

    def named(body, at, by)
      x, y = at.call(body["x"], body["y"] + body["height"])
      @pdf.draw_text(body["id"], at: [x + (body["width"] * by / 2) - 4, y + 4], size: 7, style: :bold)
    end

    # White conductors are dashed, so that black and white tells them
    def strand(wire, color, at)
      @pdf.dash(3, space: 2) if %w[white gray blue].include?(color)
      @pdf.line_width(color == "bare" ? 0.5 : 1.3)
      wire["path"].map { |x, y| at.call(x, y) }.each_cons(2) { |one, other| @pdf.stroke_line(one, other) }
      @pdf.undash
    end

    def mark(point, text, by)
      @pdf.line_width(0.6)
      @pdf.stroke_circle(point, 5 * by)
      @pdf.draw_text(text.to_s, at: [point[0] + (7 * by), point[1] - 2], size: 5)
    end

    def letter(point, color, by) =
      @pdf.draw_text(
        LETTERS.fetch(color, color.to_s[0, 3]),
        at: [point[0] - (4 * by), point[1] - 2],
        size: 6,
        style: :bold
      )

    def label(tag, at, by)
      x, y = at.call(tag["x"], tag["y"])
      @pdf.fill_color("ffffff")
      @pdf.fill_rectangle([x, y], tag["width"] * by, tag["height"] * by)
      @pdf.fill_color("000000")
      @pdf.stroke_rectangle([x, y], tag["width"] * by, tag["height"] * by)
      @pdf.draw_text(tag["text"], at: [x + 1, y - (tag["height"] * by) + 2], size: 5)
    end
  end
end
