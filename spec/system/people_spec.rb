# frozen_string_literal: true

require_relative "system_helper"
require_relative "../../server/spec/app_with_accounts"

RSpec.describe "People in the browser" do
  it "an open bench asks who is there, signs with that name, and keeps it through a reload" do
    id = job_called("Cider press", seen("rough-idle"), *all_cautions_read)
    visit "/jobs/#{id}"
    click_button "Who is at the bench?"
    fill_in "Name", with: "Ines"
    axe_clean
    press(:enter)
    expect(page).to have_button("At the bench: Ines. Change")
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label='Next step']")
    storing { press("1") }
    expect(entries_stored.last[:by]).to eq "Ines"
    expect(page).to have_css("section[aria-label='What was found']", text: "Ines")
  end

  describe "with accounts" do
    before do
      Capybara.app = AppWithAccounts.app
      page.driver.reset!
    end

    after { Capybara.app = ServerUnderTest.rack }

    let(:word) { "nine hens in the shed" }

    it "the lead joins by the first link, lets somebody in, and shuts them out" do
      code = ServerUnderTest.store.people.invite(role: "lead")
      visit "/"
      expect(page).to have_css("h1", text: "Sign in")
      expect(page).to have_no_css("h1", text: "Bench")
      axe_clean
      visit "/join/#{code}"
      fill_in "Your name, as it stands under your work", with: "Ines"
      fill_in "A short name to sign in with", with: "Ines"
      fill_in "Password, at least 12 letters", with: "short"
      axe_clean
      click_button "Join"
      expect(page).to have_css("[role=alert]", text: "At least 12 letters")
      fill_in "Password, at least 12 letters", with: word
      press(:enter)
      expect(page).to have_button("At the bench: Ines. Change")
      click_button "At the bench: Ines. Change"
      axe_clean
      click_link "People of the shop"
      click_button "Make a link"
      link = find("[role=status] strong", text: "/join/").text
      axe_clean
      click_button "At the bench: Ines. Change"
      click_button "Sign out", exact: true
      visit link[%r{/join/.*}]
      fill_in "Your name, as it stands under your work", with: "Jo"
      fill_in "A short name to sign in with", with: "jo"
      fill_in "Password, at least 12 letters", with: word
      press(:enter)
      expect(page).to have_button("At the bench: Jo. Change")
      jo = ServerUnderTest.store.people.list.find { |one| one[:login] == "jo" }
      ServerUnderTest.store.people.change(jo[:id], closed: true)
      visit "/"
      fill_in "Sign-in name", with: "jo"
      fill_in "Password", with: word
      press(:enter)
      expect(page).to have_css("[role=alert]")
      expect(page).to have_css("h1", text: "Sign in")
    end

    # A device that Chromium pretends, which asks nobody. A passkey belongs to a name, so the page is opened under one.
    it "a passkey of the device stands for name and password" do
      cdp("WebAuthn.enable", enableUI: false)
      cdp("WebAuthn.addVirtualAuthenticator",
          options: { protocol: "ctap2", transport: "internal", hasResidentKey: true, hasUserVerification: true,
                     isUserVerified: true, automaticPresenceSimulation: true })
      named = "http://localhost:#{Capybara.current_session.server.port}"
      visit "#{named}/join/#{ServerUnderTest.store.people.invite(role: 'lead')}"
      fill_in "Your name, as it stands under your work", with: "Ines"
      fill_in "A short name to sign in with", with: "ines"
      fill_in "Password, at least 12 letters", with: word
      press(:enter)
      click_button "At the bench: Ines. Change"
      click_button "Passkeys"
      fill_in "Your password", with: word
      axe_clean
      click_button "Make one with this device"
      expect(page).to have_button("Passkeys: 1")
      click_button "Sign out", exact: true
      expect(page).to have_css("h1", text: "Sign in")
      axe_clean
      click_button "With a passkey of this device"
      expect(page).to have_button("At the bench: Ines. Change")
    end

    it "what is entered while nobody is signed in waits, and goes out after" do
      code = ServerUnderTest.store.people.invite(role: "lead")
      visit "/join/#{code}"
      fill_in "Your name, as it stands under your work", with: "Ines"
      fill_in "A short name to sign in with", with: "ines"
      fill_in "Password, at least 12 letters", with: word
      press(:enter)
      expect(page).to have_button("At the bench: Ines. Change")
      id = job_called("Cider press", seen("rough-idle"), *all_cautions_read)
      visit "/jobs/#{id}"
      expect(page).to have_css("section[aria-label='Next step']")
      before = entries_stored.size
      ServerUnderTest.owner[:account_active_session_keys].delete # ended elsewhere
      press("1")
      fill_in "Sign-in name", with: "ines"
      expect(entries_stored.size).to eq before
      fill_in "Password", with: word
      storing { press(:enter) }
      expect(entries_stored.last[:by]).to eq "Ines"
    end
  end
end
