# frozen_string_literal: true

module App
  module Records
    # An assembly that could not follow its components: the reason in words, and what it was tried with.
    class HoldUp < ActiveRecord::Base
      belongs_to :model, class_name: 'App::Records::Model'

      # Keeps why a model stays as it is. basis: what it was tried with.
      def self.keep(model, basis, reason)
        find_or_initialize_by(model: model).update!(basis: basis(basis), reason: reason[0, 2000])
        nil
      end

      def self.basis(text) = Digest::SHA256.hexdigest("#{Nockplane::KERNEL_VERSION}#{text}")[0, 40]
    end
  end
end
