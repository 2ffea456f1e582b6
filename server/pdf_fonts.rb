# frozen_string_literal: true

module Server
  # The fonts of the screen on paper. What they lack, such as Ω and arrows, comes from a second one.
  module PdfFonts
    FOLDER = File.join(__dir__, "fonts")
    SCREEN = "screen"
    SYMBOLS = "symbols"
    FILES = {
      SCREEN => %w[AtkinsonHyperlegibleNext-Regular.ttf AtkinsonHyperlegibleNext-Bold.ttf],
      SYMBOLS => %w[Symbols.ttf Symbols-Bold.ttf]
    }.freeze

    # @param pdf [Prawn::Document]
    # @return [Prawn::Document] the same, set in them
    def self.use(pdf)
      FILES.each do |name, (normal, bold)|
        pdf.font_families.update(name => { normal: File.join(FOLDER, normal), bold: File.join(FOLDER, bold) })
      end
      pdf.font(SCREEN)
      pdf.fallback_fonts([SYMBOLS])
      pdf
    end
  end
end
