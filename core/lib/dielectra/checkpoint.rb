# frozen_string_literal: true

module Dielectra
  # Lets Marshal write an object without what can be worked out again, so that a session fits in a small file.
  #
  #   class Assembly
  #     include Checkpoint.without(:@base, :@reach)
  #   end
  #
  # An object whose caches have to exist defines `restored`, which runs after it was read. A subclass names only caches
  # of its own.
  module Checkpoint
    # @param caches [Array<Symbol>] instance variables that are not written
    # @return [Module]
    def self.without(*caches)
      Module.new do
        define_method(:marshal_dump) do
          all = defined?(super) ? super() : instance_variables.to_h { |name| [name, instance_variable_get(name)] }
          all.except(*caches)
        end

        def marshal_load(state)
          state.each { |name, value| instance_variable_set(name, value) }
          restored
        end

        # Short: these objects hold nearly everything, and an error that names one of them would be written for minutes.
        def inspect = "#<#{self.class}>"

        private

        def restored
          super if defined?(super)
        end
      end
    end
  end
end
