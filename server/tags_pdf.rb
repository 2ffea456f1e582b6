# frozen_string_literal: true

require "prawn"
require_relative "pdf_fonts"
require "rqrcode_core"

module Server
  # A sheet of labels for conductors and boxes: role, box, and a code that finds the job, by typing or by its QR.
  class TagsPdf
    # Labels by size in millimeters: columns and rows of an A4 sheet
    SIZES = { "38x21" => [38, 21, 5, 13], "64x34" => [64, 34, 3, 8] }.freeze
    MM = 72 / 25.4

    # @param record [Hash] of Dielectra::Presentation::Record
    # @param url [String] where the job is found
    # @param size [String] one of SIZES
    def initialize(record, url, size)
      @record = record
      @url = url
      @width, @height, @columns, @rows = SIZES.fetch(size)
    end

    # @return [String] the file
    def render
      @pdf = PdfFonts.use(Prawn::Document.new(page_size: "A4", margin: 0))
      labels
        .each_slice(@columns * @rows)
        .with_index do |sheet, number|
          @pdf.start_new_page unless number.zero?
          sheet.each_with_index { |label, at| put(label, at) }
        end
      @pdf.render
    end

    # @return [Array<Array(String, String, String)>] role, conductor and box, the box itself first
    def labels
      @labels ||=
        @record["electrician"]["boxes"].flat_map do |box|
          [[box["name"], "box", box["code"]]] +
            box["conductors"].map { |row| [row["role"], "#{row["name"]}, #{box["name"]}", box["code"]] }
        end
    end

    private

    def put((title, detail, code), at)
      left = margin(210, @width * @columns) + ((at % @columns) * @width)
      top = 297 - margin(297, @height * @rows) - ((at / @columns) * @height)
      x = (left + 1.5) * MM
      y = (top - 1.5) * MM
      side = [@height - 6, 18].min * MM
      qr(x, y, side)
      room = (@width * MM) - side - (4 * MM)
      text(title, x + side + 4, y, room, 9, 11, :bold)
      text(detail, x + side + 4, y - 12, room, 6, 14, :normal)
      text(code, x + side + 4, y - 29, room, 6, 14, :normal)
    end

    def margin(whole, used) = (whole - used) / 2.0

    # @param y [Numeric] the top
    def text(words, x, y, room, size, height, style)
      @pdf.text_box(words.to_s, at: [x, y], width: room, height:, size:, style:, overflow: :shrink_to_fit)
    end

    # Dark modules as squares
    def qr(x, y, side)
      code = RQRCodeCore::QRCode.new(@url)
      module_side = side / code.modules.size
      code.modules.each_with_index do |row, down|
        row.each_with_index do |dark, across|
          @pdf.fill_rectangle([x + (across * module_side), y - (down * module_side)], module_side, module_side) if dark
        end
      end
    end
  end
end
