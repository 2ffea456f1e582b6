# frozen_string_literal: true

module Server
  # Text for the built-in fonts of a PDF
  module PdfText
    # @param text [#to_s]
    # @return [String] with a question mark for each character that the fonts lack
    def self.plain(text)
      shown = text.to_s.gsub("→", "to")
      shown.encode("Windows-1252", invalid: :replace, undef: :replace, replace: "?").encode("UTF-8")
    end
  end
end
