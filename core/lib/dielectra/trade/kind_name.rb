# frozen_string_literal: true

module Dielectra
  module Trade
    # The names of device kinds: `three_way`; with tabs broken off, `receptacle-hot_tab`; with the screws of a switch
    # that bears no marks, `three_way@t2,t1,t3`.
    module KindName
      # Stands before a tab that was broken off.
      WITHOUT = "-"
      # Stands before the screws.
      SCREWS = "@"

      module_function

      # @return [String] the kind alone
      def plain(name) = name[/\A[^@-]+/]

      # @return [Array<String>] tabs that were broken off
      def broken_tabs(name) = name.split(SCREWS).first.split(WITHOUT).drop(1)

      # @return [String, nil] what is told of the screws
      def screws(name) = name.split(SCREWS, 2)[1]

      # @return [Boolean] whether anything is told of the screws
      def screws?(name) = name.include?(SCREWS)

      def tab_broken?(name, tab) = broken_tabs(name).include?(tab)

      # @return [String] the same kind with a tab broken off
      def without_tab(name, tab) = tab_broken?(name, tab) ? name : "#{name}#{WITHOUT}#{tab}"

      # @return [String]
      def with_screws(kind, screws) = "#{kind}#{SCREWS}#{screws}"
    end
  end
end
