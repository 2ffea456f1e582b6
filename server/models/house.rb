# frozen_string_literal: true

module Server
  # An address somebody is called to.
  class House < ActiveRecord::Base
    has_many :jobs, dependent: :restrict_with_error

    validates :name, :street, presence: true
  end
end
