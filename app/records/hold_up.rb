# frozen_string_literal: true

module App
  module Records
    # An assembly that could not follow its components: the reason in words, and what it was tried with.
    class HoldUp < ActiveRecord::Base
      belongs_to :model, class_name: 'App::Records::Model'

      def self.basis(text) = Digest::SHA256.hexdigest("#{Nockplane::KERNEL_VERSION}#{text}")[0, 40]
    end
  end
end
