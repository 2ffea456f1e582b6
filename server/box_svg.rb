# frozen_string_literal: true

require "rack/utils"

module Server
  # An open box as an SVG file, from the same drawing as the screen.
  class BoxSvg
    COLORS = {
      "black" => "#111",
      "red" => "#c00",
      "white" => "#999",
      "bare" => "#b60",
      "green" => "#070",
      "blue" => "#04c"
    }.freeze
    OTHER = "#555"

    # @param box [Hash] with its `drawing`
    def initialize(box)
      @box = box
      @drawing = box["drawing"]
    end

    # @return [String]
    def to_s
      <<~SVG
        <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 #{@drawing["width"]} #{@drawing["height"]}">
        <title>#{text(@box["name"])}</title>
        #{[*shapes, *wires, *screws, *tags].join("\n")}
        </svg>
      SVG
    end

    private

    def text(words) = Rack::Utils.escape_html(words.to_s)

    def shapes =
      ([@drawing["frame"]] + @drawing["sheaths"] + @drawing["devices"] + @drawing["caps"]).map { |one| rectangle(one) }

    def rectangle(one)
      x, y, width, height = one.values_at("x", "y", "width", "height")
      %(<rect x="#{x}" y="#{y}" width="#{width}" height="#{height}" fill="none" stroke="#333"/>)
    end

    def colors =
      @colors ||= @box["cables"].flat_map { |cable| cable["wires"] }.to_h { |wire| [wire["point"], wire["color"]] }

    def wires =
      @drawing["wires"].map do |wire|
        points = wire["path"].map { |pair| pair.join(",") }.join(" ")
        color = COLORS.fetch(colors[wire["point"]], OTHER)
        line = %(<polyline points="#{points}" fill="none" stroke="#{color}" stroke-width="4">)
        "#{line}<title>#{text(wire["point"])}</title></polyline>"
      end

    def screws =
      @drawing["screws"].map do |screw|
        circle = %(<circle cx="#{screw["x"]}" cy="#{screw["y"]}" r="6" fill="#fff" stroke="#333">)
        "#{circle}<title>#{text(screw["label"])}</title></circle>"
      end

    def tags
      @drawing["tags"].map do |tag|
        y = tag["y"] + tag["height"]
        %(<text x="#{tag["x"]}" y="#{y}" font-size="11">#{text(tag["text"])}</text>)
      end
    end
  end
end
