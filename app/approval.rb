# frozen_string_literal: true

module App
  # What a person says to an issue: what it is for, who approves it, and why it goes out although its check tells
  # something.
  class Approval
    # Letters of a name and of a waiver.
    LONGEST = 80
    WAIVER = 400
    # Sentences of a check that a refusal names.
    NAMED = 3

    # waiver: nil where none was given.
    attr_reader :reason, :by, :waiver

    # Raises Refused for what is missing or too long.
    def initialize(reason:, by:, waiver: nil)
      @reason, @by, waiver = [reason, by, waiver].map { |t| t.to_s.strip }
      @waiver = waiver.empty? ? nil : waiver
      most = Nockplane::Issuing::Issue::LONGEST
      raise Refused, 'Say what this issue is for.' if @reason.empty?
      raise Refused, 'Say who approves it.' if @by.empty?
      raise Refused, "A reason has at most #{most} letters." if @reason.length > most
      raise Refused, "A name has at most #{LONGEST} letters." if @by.length > LONGEST
      raise Refused, "A waiver has at most #{WAIVER} letters." if waiver.length > WAIVER
    end

    # Refuses to go on where something stands against it that no waiver answers. sentences: of the check.
    def settle(sentences)
      return if sentences.empty? || waiver

      more = sentences.size - NAMED
      told = sentences.first(NAMED)
      told += ["and #{more} more"] if more.positive?
      raise Refused, "#{told.join('; ')}. Settle it, or say why it is issued all the same."
    end

    # As a packet and its manifest say it.
    def to_h = { reason: reason, issued_by: by, waiver: waiver }
  end
end
